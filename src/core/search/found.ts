import type { CardLayer } from "../library/entities";
import type { Medium } from "../media";
import type { Explanation } from "./explain";
import type { QueryProblem } from "./query/model";

/** A card that a query holds, as scripts see it. */
export interface FoundCard {
  readonly id: string;
  readonly name: string;
  /** Names of its folders from the top. */
  readonly folder: readonly string[];
  readonly medium: Medium;
  readonly layer: CardLayer;
  readonly maker: string;
  /** What of it matched, by field, in UTF-16 units; only where that was asked for. */
  readonly why?: Explanation;
}

export interface SearchAnswer {
  /** How many cards the query holds. */
  readonly total: number;
  readonly cards: readonly FoundCard[];
  /** What is wrong with the query, or missing, by its place. */
  readonly problems: readonly QueryProblem[];
}
