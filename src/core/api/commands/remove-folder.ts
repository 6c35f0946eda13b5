import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/** Removes a folder; the folders and cards in it are kept and move up to where it lay. */
export const removeFolder = command<{ folderId: string; seen?: number }, { movedCards: number }>()({
  name: "remove-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({ folderId: id.required(), seen }),
});
