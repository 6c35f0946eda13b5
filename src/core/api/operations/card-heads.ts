import { ofLibrary, operation } from "../operation";

/** What the first line of the answer says: which cards follow, and as of which revision of the library. */
export interface HeadsOpening {
  readonly streamId: string;
  readonly revision: number;
  /** When the last change was made; null where there was none. Two histories do not have that in common. */
  readonly changedAt: string | null;
  readonly count: number;
  /** The names of the fields of a card, in the order in which they stand in each row. */
  readonly fields: readonly string[];
}

export const cardHeads = operation<never>()({
  method: "GET",
  path: `${ofLibrary}/cards`,
  summary: "All cards of a library, without their contents",
  needs: "read",
  gives: "application/x-ndjson",
  answer:
    "lines of JSON: first `streamId`, `revision`, `changedAt`, `count` and `fields`; then lists of cards, each a list of its fields; it is whole where there are `count` of them",
});
