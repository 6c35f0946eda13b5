import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";

/** Puts targets, in the order given, before another one; at the end where `before` is null. */
export const moveTargets = command<{ sessionId: string; targetIds: string[]; before: string | null }>()({
  name: "move-targets",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    before: id.allow(null).required(),
  }),
});
