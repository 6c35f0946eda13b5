import Joi from "joi";
import { longestChain, type Chain } from "@/core/chain/model";
import {
  chain as chainField,
  id,
  nameOf,
  seenTargets,
  strength as strengthField,
  versionNumber,
} from "../fields";
import { command } from "../command";
import { wayFields, type PutHow, type Used } from "./put-input";

/** A card's content, the current one where no version is named, or settings by themselves. */
type DraftInput =
  | { readonly cardId: string; readonly contentVersion?: number }
  | { readonly name: string; readonly chain: Chain };

interface ApplyDraft extends PutHow {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly parts: DraftInput[];
}

/**
 * Puts several things on targets as one change: one after another in their chains, in a way that `how` names, or (`return`)
 * each on a return of its own, which is made where the session has none for it, and fed by every one of the targets.
 * Only one card by itself is said to be what a target has.
 */
export const applyDraft = command<ApplyDraft, Used>()({
  name: "apply-draft",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    parts: Joi.array()
      .items(
        Joi.object({
          cardId: id,
          contentVersion: versionNumber,
          name: nameOf("part"),
          chain: chainField,
        })
          .xor("cardId", "chain")
          .and("name", "chain")
          .without("chain", "contentVersion"),
      )
      .min(1)
      .max(longestChain)
      .required(),
    ...wayFields,
    seenTargets,
    strength: strengthField.default(100),
  }),
});
