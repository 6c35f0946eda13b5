import { effectName } from "../chain/describe";
import type { SearchDocument } from "./document";
import type { Replica } from "../library/change";
import type { CardHead } from "../library/entities";
import { folderNames } from "../library/folders";
import type { Shelf } from "../library/shelf";

/** What is known of a library, with the shelf that follows it. */
export interface Shelved {
  readonly known: Pick<Replica, "card" | "folder">;
  readonly shelf: Shelf;
}

/** A card as this member's search index sees it. */
export function cardDocument(card: CardHead, { known, shelf }: Shelved, memberId: string): SearchDocument {
  const aliases = shelf.aliasesOf(card.id);
  const own = card.authorId === memberId || shelf.isFavourite(card.id);
  return {
    id: card.id,
    name: card.name,
    ownAliases: aliases.filter((a) => a.ownerId === memberId).map((a) => a.text),
    teamAliases: aliases.filter((a) => a.ownerId === null).map((a) => a.text),
    folder: folderNames(known.folder, card.folderId),
    effects: card.effects.map(effectName),
    note: card.note,
    medium: card.medium,
    fits: card.fits,
    origin: own ? 0 : card.layer === "supplied" ? 2 : 1,
  };
}

/**
 * What an index must put and remove so that it says of some cards what the copy does. Withdrawn cards are not in the
 * index.
 */
export function documentsOf(
  ids: Iterable<string>,
  copy: Shelved,
  memberId: string,
): { put: SearchDocument[]; remove: string[] } {
  const put: SearchDocument[] = [];
  const remove: string[] = [];
  for (const id of ids) {
    const card = copy.known.card.get(id);
    if (card && !card.withdrawn) put.push(cardDocument(card, copy, memberId));
    else remove.push(id);
  }
  return { put, remove };
}
