import Joi from "joi";
import { id, seen } from "../fields";
import { command } from "../command";

/**
 * Removes a folder. The folders in it are kept and move up to where it lay; so do its cards, or these lie in no folder
 * then (`cardsTo`).
 */
export const removeFolder = command<
  { folderId: string; cardsTo?: "parent" | "unfiled"; seen?: number },
  { movedCards: number }
>()({
  name: "remove-folder",
  right: "curate",
  stream: "library",
  input: Joi.object({ folderId: id.required(), cardsTo: Joi.string().valid("parent", "unfiled"), seen }),
});
