import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";

/** Takes targets out of a session; their material stays in the library. What fed them goes straight out. */
export const removeTargets = command<{ sessionId: string; targetIds: string[] }>()({
  name: "remove-targets",
  right: "bench",
  stream: "session",
  input: Joi.object({ targetIds: Joi.array().items(id).min(1).max(1000).unique().required() }),
});
