import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/** Takes a session out of use, with its targets; taking the change back brings all of it back. */
export const removeSession = command<{ id: string; seen?: number }>()({
  name: "remove-session",
  right: "bench",
  stream: "library",
  input: Joi.object({ id: id.required(), seen }),
});
