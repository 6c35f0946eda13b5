import Joi from "joi";
import { id, seen, seenTargets, type OnSeen } from "../fields";
import { command } from "../command";

interface CarryOver extends OnSeen {
  readonly sessionId: string;
  readonly fromId: string;
  readonly targetIds: string[];
  /** The version of the one that is carried over. */
  readonly seen?: number;
}

/** Gives targets the chain, the strength and the card of another one of their session, as one change. */
export const carryOver = command<CarryOver>()({
  name: "carry-over",
  right: "bench",
  stream: "session",
  input: Joi.object({
    fromId: id.required(),
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    seen,
    seenTargets,
  }),
});
