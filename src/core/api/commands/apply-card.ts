import Joi from "joi";
import type { Habit } from "@/core/library/habit";
import { id, strength as strengthField, versionNumber } from "../fields";
import { command } from "../command";

interface ApplyCard {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly cardId: string;
  /** The content to use; the card's current one where it is left out. */
  readonly contentVersion?: number;
  readonly strength: number;
  readonly how: "replace" | "after";
}

/**
 * Puts a card on targets: `replace` makes its chain theirs, `after` adds its settings behind what is there.
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
    how: Joi.string().valid("replace", "after").default("replace"),
  }),
});
