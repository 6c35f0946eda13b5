import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/** Moves a folder with all it holds under another parent, or among its siblings before the one named (null: last). */
export const moveFolder = command<{
  folderId: string;
  parentId: string | null;
  beforeId?: string | null;
  seen?: number;
}>()({
  name: "move-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({
    folderId: id.required(),
    parentId: id.allow(null).required(),
    beforeId: id.allow(null),
    seen,
  }),
});
