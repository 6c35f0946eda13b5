import type { InputOf } from "@/core/api/commands";
import type { Replica } from "@/core/library/change";
import type { CardHead, Folder } from "@/core/library/entities";
import { pathOf, rowsWithin } from "@/core/library/tree";
import { may, type Role } from "@/core/library/roles";
import type { LibraryPlace } from "./places";

/** What is dragged through the library. */
export type Dragged =
  | { readonly kind: "cards"; readonly cards: readonly CardHead[] }
  | { readonly kind: "folder"; readonly folder: Folder };

type Changes = "move-cards" | "move-folder" | "withdraw-cards" | "mark-favourite";
export type Drop = { readonly [C in Changes]: readonly [C, InputOf<C>] }[Changes];

/** The command that dropping something onto a place of the index asks for; null where it cannot be put there, or is there. */
export function dropOf(
  dragged: Dragged,
  onto: LibraryPlace,
  { folder: folders, favourite }: Pick<Replica, "folder" | "favourite">,
  role: Role,
): Drop | null {
  // What a search holds follows from its query.
  if (onto.kind === "search") return null;
  if (dragged.kind === "folder") {
    const { id, parentId } = dragged.folder;
    const to = onto.kind === "folder" ? onto.id : onto.kind === "all" ? null : undefined;
    if (!may(role, "curate") || to === undefined || to === parentId) return null;
    if (to !== null && rowsWithin(folders, id).has(to)) return null;
    return ["move-folder", { folderId: id, parentId: to }];
  }
  const { cards } = dragged;
  const cardIds = cards.map((card) => card.id);
  if (onto.kind === "favourites") {
    // A list takes one at a time; several would be several changes.
    const marked = [...favourite.values()].some((one) => one.cardId === cardIds[0]);
    return cards.length === 1 && !marked && may(role, "own")
      ? ["mark-favourite", { cardId: cardIds[0], on: true }]
      : null;
  }
  if (!may(role, "keep") || cards.some((card) => card.layer === "supplied")) return null;
  if (onto.kind === "withdrawn")
    return cards.every((card) => card.withdrawn) ? null : ["withdraw-cards", { cardIds, withdrawn: true }];
  if (onto.kind === "all") return null;
  const to = onto.kind === "folder" ? onto.id : null;
  return cards.every((card) => card.folderId === to)
    ? null
    : ["move-cards", { cardIds, path: pathOf(folders, to) }];
}
