import Joi from "joi";
import { longestChain } from "@/core/chain/model";
import type { Habit } from "@/core/library/habit";
import type { TimeRange } from "@/core/library/stand";
import { timeRange, type OnSeen } from "../fields";
import { wayIds, type WayId } from "@/core/chain/ways";

/** How something is put on targets. */
export interface PutHow extends OnSeen {
  readonly how: WayId;
  /** The place of the chosen setting, for the way that asks for it. */
  readonly at?: number;
  /** The marked stretch of the timeline, for the way that asks for it. */
  readonly range?: TimeRange;
  /** Percent: of the chain in place of which it is put, or, beside it, the level of the send (100 is 0 dB). */
  readonly strength: number;
}

/** How the member uses the cards that were put on by now, on the kinds of those targets. */
export interface Used {
  readonly habits: readonly Habit[];
}

export const wayFields = {
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
  range: timeRange.when("how", {
    is: "range",
    then: Joi.required().messages({ "any.required": "Mark a stretch of the clip first" }),
    otherwise: Joi.forbidden(),
  }),
};
