import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";

/** Takes a routine out of use. What recalls it recalls nothing until it is brought back. */
export const removeRoutine = command<{ readonly routineId: string }>()({
  name: "remove-routine",
  right: "keep",
  stream: "library",
  input: Joi.object({ routineId: id.required() }),
});
