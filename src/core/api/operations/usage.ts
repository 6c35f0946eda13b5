import type { DayOfUse } from "../../library/use";
import { operation, ofLibrary } from "../operation";

/** How a library is used. */
export interface Usage {
  /** The member's own days of the last half year, in their order, without those on which nothing was applied. */
  readonly mine: readonly DayOfUse[];
  /** The same of all members together. */
  readonly all: readonly DayOfUse[];
  /** The cards that somebody applied in the last ninety days. */
  readonly lately: readonly string[];
}

export const usage = operation<Usage>()({
  method: "GET",
  path: `${ofLibrary}/usage`,
  summary: "How often cards are applied, day by day, and which were lately",
  needs: "read",
  answer:
    "`mine` and `all`: of the last 182 days those on which cards were applied, each with its `day` (UTC), `uses`, how many of them were `counted`, and the `keys` that those took, beside those that `browsing` would have taken; `lately`: the ids of the cards that somebody applied in the last 90 days",
});
