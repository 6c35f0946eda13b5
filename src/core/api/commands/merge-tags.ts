import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/** Puts all that lies in one tag into another, those of the same name likewise, and removes the first. */
export const mergeTags = command<{ tagId: string; intoId: string; seen?: number }, { movedCards: number }>()({
  name: "merge-tags",
  right: "curate",
  stream: "library",
  input: Joi.object({ tagId: id.required(), intoId: id.required(), seen }),
});
