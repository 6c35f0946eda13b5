import Joi from "joi";
import { id, nameOf, seen } from "../fields";
import { command } from "../command";

export const renameFolder = command<{ folderId: string; name: string; seen?: number }>()({
  name: "rename-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({ folderId: id.required(), name: nameOf("folder").required(), seen }),
});
