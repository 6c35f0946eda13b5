import { operation, ofLibrary } from "../operation";

/** What the members of a library think of a card together. */
export interface CardRating {
  /** The mean of their stars, a rejection counted as none; null where nobody has said anything. */
  readonly mean: number | null;
  /** How many have said something. */
  readonly count: number;
}

export const cardRating = operation<CardRating>()({
  method: "GET",
  path: `${ofLibrary}/cards/{cardId}/rating`,
  summary: "What the members think of a card together",
  needs: "read",
  answer: "`mean` of their stars, a rejection counted as none, and the `count` of those who rated it",
});
