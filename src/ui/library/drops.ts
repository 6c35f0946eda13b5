import type { InputOf } from "@/core/api/commands";
import type { Replica } from "@/core/library/change";
import type { CardHead, Folder } from "@/core/library/entities";
import { impliedTags } from "@/core/library/tags";
import { rowsWithin } from "@/core/library/tree";
import { may, type Role } from "@/core/library/roles";
import type { LibraryPlace } from "../state/places";

/** What is dragged through the library. */
export type Dragged =
  | { readonly kind: "cards"; readonly cards: readonly CardHead[] }
  | { readonly kind: "folder"; readonly folder: Folder };

type Changes =
  "move-cards" | "move-folder" | "withdraw-cards" | "mark-cards" | "mark-team-cards" | "tag-cards";
export type Drop = { readonly [C in Changes]: readonly [C, InputOf<C>] }[Changes];

/** The command that dropping something onto a place of the index asks for; null where it cannot be put there, or is there. */
export function dropOf(
  dragged: Dragged,
  onto: LibraryPlace,
  {
    folder: folders,
    tag: tags,
    favourite,
    favouritesList,
  }: Pick<Replica, "folder" | "tag" | "favourite" | "favouritesList">,
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
  if (onto.kind === "list") {
    const list = favouritesList.get(onto.id);
    const marked = new Set(
      Array.from(favourite.values(), ({ listId, cardId }) => (listId === onto.id ? cardId : "")),
    );
    if (!list || cardIds.every((id) => marked.has(id))) return null;
    if (!may(role, list.ownerId === null ? "keep" : "own")) return null;
    return [list.ownerId === null ? "mark-team-cards" : "mark-cards", { listId: list.id, cardIds, on: true }];
  }
  if (onto.kind === "tag")
    return may(role, "keep") && !cards.every((card) => impliedTags(tags, card.tagIds).has(onto.id))
      ? ["tag-cards", { cardIds, tagId: onto.id, on: true }]
      : null;
  if (!may(role, "keep") || cards.some((card) => card.layer === "supplied")) return null;
  if (onto.kind === "withdrawn")
    return cards.every((card) => card.withdrawn) ? null : ["withdraw-cards", { cardIds, withdrawn: true }];
  if (onto.kind === "all") return null;
  const to = onto.kind === "folder" ? onto.id : null;
  return cards.every((card) => card.folderId === to) ? null : ["move-cards", { cardIds, folderId: to }];
}
