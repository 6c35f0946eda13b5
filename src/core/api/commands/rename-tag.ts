import Joi from "joi";
import { id, nameOf, seen } from "../fields";
import { command } from "../command";

export const renameTag = command<{ tagId: string; name: string; seen?: number }>()({
  name: "rename-tag",
  right: "curate",
  stream: "library",
  input: Joi.object({ tagId: id.required(), name: nameOf("tag").required(), seen }),
});
