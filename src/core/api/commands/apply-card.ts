import Joi from "joi";
import { mostKeys } from "@/core/library/use";
import { id, seenTargets, strength as strengthField, versionNumber } from "../fields";
import { command } from "../command";
import { wayFields, type PutHow, type Used } from "./put-input";

const keysTaken = Joi.number().integer().min(1).max(mostKeys);

interface ApplyCard extends PutHow {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly cardId: string;
  /** The content to use; the card's current one where it is left out. */
  readonly contentVersion?: number;
  /** What it took to put it on, and what browsing would have taken: with both it counts among the keys saved. */
  readonly keys?: number;
  readonly browsing?: number;
}

/**
 * Puts a card on targets: `replace` makes its chain theirs, `after` and `before` add its settings behind or before what is
 * there, `at` before the setting at a place, `missing` adds those of its settings whose effect a target has none of;
 * `return` puts it on a return that is made where the session has none for it, and sends every target there; `parallel`
 * puts it on copies of the targets that are heard beside them.
 * The targets pin the version that was used. Gives how the member uses the card by now, on the kinds of those targets.
 */
export const applyCard = command<ApplyCard, Used>()({
  name: "apply-card",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    cardId: id.required(),
    contentVersion: versionNumber,
    strength: strengthField.default(100),
    ...wayFields,
    keys: keysTaken,
    browsing: keysTaken,
    seenTargets,
  }).and("keys", "browsing"),
});
