import type { EntityRows } from "../library/entities";
import type { Look } from "./define";

export type Recalling = Pick<EntityRows["alias"], "cardId" | "searchId" | "folderId">;

/** What an alias or a key stands for, by name; null where that is out of use. */
export function nameOfRecalled({ cardId, searchId, folderId }: Recalling, { replica }: Look): string | null {
  if (cardId !== null) {
    const card = replica.card.get(cardId);
    return card && !card.withdrawn ? card.name : null;
  }
  if (folderId !== null) return replica.folder.get(folderId)?.name ?? null;
  const search = replica.savedSearch.get(searchId!);
  return search && !search.removed ? search.name : null;
}
