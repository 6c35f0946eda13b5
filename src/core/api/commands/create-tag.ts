import Joi from "joi";
import { id, nameOf } from "../fields";
import { command } from "../command";

/** Makes a tag, last among its siblings. */
export const createTag = command<{ parentId: string | null; name: string }, { tagId: string }>()({
  name: "create-tag",
  right: "keep",
  stream: "library",
  input: Joi.object({ parentId: id.allow(null).required(), name: nameOf("tag").required() }),
});
