import Joi from "joi";
import { mostColumns } from "@/core/library/proof-sheet";
import type { WayId } from "@/core/chain/ways";
import { id, seenTargets, versionNumber, type OnSeen } from "../fields";
import { command } from "../command";
import { wayFields, type Used } from "./put-input";

interface ApplyPicks extends OnSeen {
  readonly sessionId: string;
  /** Cards, each with the targets that it is for; no target is there twice. */
  readonly picks: {
    readonly cardId: string;
    readonly contentVersion?: number;
    readonly targetIds: string[];
  }[];
  readonly how: Exclude<WayId, "at" | "range">;
}

/** Puts the cards that were picked on a proof sheet on their targets, as one change. */
export const applyPicks = command<ApplyPicks, Used>()({
  name: "apply-picks",
  right: "bench",
  stream: "session",
  input: Joi.object({
    picks: Joi.array()
      .items(
        Joi.object({
          cardId: id.required(),
          contentVersion: versionNumber,
          targetIds: Joi.array().items(id).min(1).max(100).unique().required(),
        }),
      )
      .min(1)
      .max(mostColumns)
      .required()
      .custom((picks: ApplyPicks["picks"], { error }) => {
        const all = picks.flatMap(({ targetIds }) => targetIds);
        return new Set(all).size === all.length ? picks : error("twice");
      })
      .messages({ twice: "A target has one pick" }),
    how: wayFields.how.invalid("at", "range"),
    seenTargets,
  }),
});
