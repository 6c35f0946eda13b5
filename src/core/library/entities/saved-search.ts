import { defineEntity, type Versioned } from "./define";

/** Cards that can be put first by hand. */
export const mostPlaced = 500;

/** How the cards of a saved search are put in order. */
export const searchSorts = ["name", "added", "changed", "used", "habit", "length"] as const;
export type SearchSort = (typeof searchSorts)[number];

export interface SavedSearch extends Versioned {
  /** Null is the team's. */
  readonly ownerId: string | null;
  readonly name: string;
  /** As it was typed; see `docs/query-language.md`. */
  readonly query: string;
  readonly sort: SearchSort;
  /** The ids of the cards that were put first by hand, in that order; those that it does not hold count for nothing. */
  readonly placed: readonly string[];
  readonly position: string;
  /** Out of use; its row stays, so that what recalls it can be brought back with it. */
  readonly removed: boolean;
}

export const savedSearch = defineEntity<SavedSearch>()({
  noun: "saved search",
  of: "member",
  nameOf: (row) => row.name,
  silent: ["placed"],
});
