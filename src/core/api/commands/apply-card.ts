import Joi from "joi";
import { longestChain } from "@/core/chain/model";
import { wayIds, type WayId } from "@/core/chain/ways";
import type { Habit } from "@/core/library/habit";
import { mostKeys } from "@/core/library/use";
import { id, strength as strengthField, versionNumber } from "../fields";
import { command } from "../command";

const keysTaken = Joi.number().integer().min(1).max(mostKeys);

interface ApplyCard {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly cardId: string;
  /** The content to use; the card's current one where it is left out. */
  readonly contentVersion?: number;
  readonly strength: number;
  readonly how: WayId;
  /** The place of the chosen setting, for the way that asks for it. */
  readonly at?: number;
  /** What it took to put it on, and what browsing would have taken: with both it counts among the keys saved. */
  readonly keys?: number;
  readonly browsing?: number;
}

/**
 * Puts a card on targets: `replace` makes its chain theirs, `after` and `before` add its settings behind or before what is
 * there, `at` before the setting at a place, and `missing` adds those of its settings whose effect a target has none of.
 * The targets pin the version that was used. Gives how the member uses the card by now, on the kinds of those targets.
 */
export const applyCard = command<ApplyCard, { readonly habits: readonly Habit[] }>()({
  name: "apply-card",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    cardId: id.required(),
    contentVersion: versionNumber,
    strength: strengthField.default(100),
    how: Joi.string()
      .valid(...wayIds)
      .default(wayIds[0]),
    at: Joi.number()
      .integer()
      .min(0)
      .max(longestChain)
      .when("how", {
        is: "at",
        then: Joi.required().messages({ "any.required": "Choose a setting that the card comes before" }),
        otherwise: Joi.forbidden(),
      }),
    keys: keysTaken,
    browsing: keysTaken,
  }).and("keys", "browsing"),
});
