import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/** Moves a tag with those below it under another, or among its siblings before the one named (null: last). */
export const moveTag = command<{
  tagId: string;
  parentId: string | null;
  beforeId?: string | null;
  seen?: number;
}>()({
  name: "move-tag",
  right: "curate",
  stream: "library",
  input: Joi.object({
    tagId: id.required(),
    parentId: id.allow(null).required(),
    beforeId: id.allow(null),
    seen,
  }),
});
