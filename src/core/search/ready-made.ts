import type { SearchSort } from "../library/entities";

export interface ReadyMade {
  readonly id: string;
  readonly name: string;
  readonly query: string;
  readonly sort: SearchSort;
}

/** Searches that every library has from the beginning. */
export const readyMade: readonly ReadyMade[] = [
  { id: "recently-added", name: "Recently added", query: "added:<30d", sort: "added" },
  { id: "recently-used", name: "Recently used", query: "used:<30d", sort: "used" },
  { id: "most-used", name: "Most used", query: "is:used", sort: "habit" },
  { id: "never-used", name: "Never used", query: "is:unused", sort: "name" },
  { id: "untagged", name: "Without tags", query: "is:untagged", sort: "name" },
  { id: "annotated", name: "With a note", query: "is:annotated", sort: "name" },
  { id: "doubles", name: "Doubles", query: "is:double", sort: "name" },
  { id: "hidden", name: "Hidden", query: "is:hidden", sort: "name" },
  { id: "missing", name: "Missing effects", query: "is:missing", sort: "name" },
];
