import type { Replica } from "@/core/library/change";
import type { SavedSearch, SearchSort } from "@/core/library/entities";
import { pathOf } from "@/core/library/tree";
import { byPosition } from "@/core/library/order";
import type { Place } from "@/core/library/shelf";
import { writeValue } from "@/core/search/query/print";
import { readyMade } from "@/core/search/ready-made";

/** What of the library a table shows: where cards lie, or what a search holds. */
export type LibraryPlace = Place | { readonly kind: "search"; readonly id: string };

const idIn = (place: LibraryPlace) => ("id" in place ? place.id : "");

export const samePlace = (a: LibraryPlace, b: LibraryPlace): boolean =>
  a.kind === b.kind && idIn(a) === idIn(b);

/** A search as the index shows it. */
export interface ShownSearch {
  readonly id: string;
  readonly name: string;
  readonly query: string;
  readonly sort: SearchSort;
  /** Undefined where nobody of the library made it. */
  readonly kept?: SavedSearch;
}

/** The searches that were kept: the team's before one's own, each in their order. */
export const keptSearches = ({ savedSearch }: Pick<Replica, "savedSearch">): ShownSearch[] =>
  [...savedSearch.values()]
    .filter((search) => !search.removed)
    .sort((a, b) => Number(a.ownerId !== null) - Number(b.ownerId !== null) || byPosition(a, b))
    .map((search) => ({ ...search, kept: search }));

/** A search by its id, kept or ready-made. */
export function findSearch(
  id: string,
  { savedSearch }: Pick<Replica, "savedSearch">,
): ShownSearch | undefined {
  const kept = savedSearch.get(id);
  return kept && !kept.removed ? { ...kept, kept } : readyMade.find((search) => search.id === id);
}

/** What can be looked within, by its id: a search, kept or ready-made, or a folder with those below it. */
export function findScope(
  id: string,
  replica: Pick<Replica, "savedSearch" | "folder">,
): Pick<ShownSearch, "id" | "name" | "query"> | undefined {
  const folder = replica.folder.get(id);
  if (!folder) return findSearch(id, replica);
  return { id, name: folder.name, query: `in:${writeValue(`/${pathOf(replica.folder, id)}`)}` };
}

/** A place that is gone is the whole library. */
export const knownPlace = (place: LibraryPlace, replica: Replica): LibraryPlace =>
  (place.kind === "folder" && !replica.folder.has(place.id)) ||
  (place.kind === "tag" && !replica.tag.has(place.id)) ||
  (place.kind === "list" && replica.favouritesList.get(place.id)?.removed !== false) ||
  (place.kind === "search" && !findSearch(place.id, replica))
    ? { kind: "all" }
    : place;

export function placeName(place: LibraryPlace, replica: Replica): string {
  switch (place.kind) {
    case "all":
      return "All cards";
    case "folder":
      return pathOf(replica.folder, place.id);
    case "unfiled":
      return "Unfiled";
    case "private":
      return "Only yours";
    case "tag":
      return pathOf(replica.tag, place.id);
    case "list":
      return replica.favouritesList.get(place.id)!.name;
    case "withdrawn":
      return "Withdrawn";
    case "search":
      return findSearch(place.id, replica)!.name;
  }
}
