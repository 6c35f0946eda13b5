import type { Replica } from "@/core/library/change";
import type { Card } from "@/core/library/entities";
import { folderPath, folderWithin } from "@/core/library/folders";

/** What of the library the table shows. */
export type Place =
  | { readonly kind: "all" }
  | { readonly kind: "folder"; readonly id: string }
  | { readonly kind: "unfiled" }
  | { readonly kind: "favourites" }
  | { readonly kind: "withdrawn" };

export const samePlace = (a: Place, b: Place): boolean =>
  a.kind === b.kind && (a.kind !== "folder" || (b.kind === "folder" && a.id === b.id));

/** A place whose folder is gone is the whole library. */
export const knownPlace = (place: Place, replica: Replica): Place =>
  place.kind === "folder" && !replica.folder.has(place.id) ? { kind: "all" } : place;

export function placeName(place: Place, replica: Replica): string {
  switch (place.kind) {
    case "all":
      return "All cards";
    case "folder":
      return folderPath(replica.folder, place.id);
    case "unfiled":
      return "Unfiled";
    case "favourites":
      return "Favourites";
    case "withdrawn":
      return "Withdrawn";
  }
}

/** The cards of a place, a folder with those below it; favourites in their own order, else unsorted. */
export function cardsAt(place: Place, replica: Replica): Card[] {
  const all = [...replica.card.values()];
  if (place.kind === "withdrawn") return all.filter((c) => c.withdrawn);
  const used = all.filter((c) => !c.withdrawn);
  switch (place.kind) {
    case "all":
      return used;
    case "unfiled":
      return used.filter((c) => c.folderId === null);
    case "folder": {
      const inside = folderWithin(replica.folder, place.id);
      return used.filter((c) => c.folderId !== null && inside.has(c.folderId));
    }
    case "favourites": {
      const order = new Map(
        [...replica.favourite.values()]
          .sort((a, b) => (a.position < b.position ? -1 : 1))
          .map((f, i) => [f.cardId, i]),
      );
      return used.filter((c) => order.has(c.id)).sort((a, b) => order.get(a.id)! - order.get(b.id)!);
    }
  }
}

/** Number of cards in use in each folder and below it. */
export function folderCounts(replica: Replica): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const card of replica.card.values()) {
    if (card.withdrawn) continue;
    const seen = new Set<string>();
    for (
      let id = card.folderId;
      id !== null && !seen.has(id);
      id = replica.folder.get(id)?.parentId ?? null
    ) {
      seen.add(id);
      counts.set(id, (counts.get(id) ?? 0) + 1);
    }
  }
  return counts;
}
