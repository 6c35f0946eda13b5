import Joi from "joi";
import { cardIds, id, path } from "../fields";
import { command } from "../command";

/**
 * Gives cards another home: a folder by its id (null: none), or by a path, whose missing folders are made (empty: none).
 */
export const moveCards = command<
  { cardIds: string[]; folderId?: string | null; path?: string },
  { folderId: string | null; madeFolders: string[] }
>()({
  name: "move-cards",
  right: "keep",
  stream: "library",
  input: Joi.object({ cardIds: cardIds.required(), folderId: id.allow(null), path }).xor("folderId", "path"),
});
