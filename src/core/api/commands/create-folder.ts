import Joi from "joi";
import { id, nameOf } from "../fields";
import { command } from "../command";

/** Makes a folder, last among its siblings. */
export const createFolder = command<{ parentId: string | null; name: string }, { folderId: string }>()({
  name: "create-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({ parentId: id.allow(null).required(), name: nameOf("folder").required() }),
});
