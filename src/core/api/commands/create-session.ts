import Joi from "joi";
import { nameOf } from "../fields";
import { command } from "../command";

/** Begins an empty bench session. */
export const createSession = command<{ name: string }, { sessionId: string }>()({
  name: "create-session",
  right: "bench",
  stream: "library",
  input: Joi.object({
    name: nameOf("session").required(),
  }),
});
