import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/** Removes a tag. Those below it move up to where it lay, and cards that had it have what it lay in. */
export const removeTag = command<{ tagId: string; seen?: number }, { movedCards: number }>()({
  name: "remove-tag",
  right: "curate",
  stream: "library",
  input: Joi.object({ tagId: id.required(), seen }),
});
