import Joi from "joi";
import { id, nameOf } from "../fields";
import { command } from "../command";

/** Makes a session with the same targets, material and chains under another name. */
export const duplicateSession = command<{ id: string; name: string }, { sessionId: string }>()({
  name: "duplicate-session",
  right: "bench",
  stream: "library",
  input: Joi.object({ id: id.required(), name: nameOf("session").required() }),
});
