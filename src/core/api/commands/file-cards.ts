import Joi from "joi";
import { cardIds, id, path } from "../fields";
import { command } from "../command";

/**
 * Files cards in a further folder beside their home, or takes them out of one. A card without a home has it there; one that
 * is taken out of its home has it where it was filed next.
 */
export const fileCards = command<
  { cardIds: string[]; folderId?: string; path?: string; on: boolean },
  { folderId: string; madeFolders: string[] }
>()({
  name: "file-cards",
  right: "keep",
  stream: "library",
  input: Joi.object({ cardIds: cardIds.required(), folderId: id, path, on: Joi.boolean().required() }).xor(
    "folderId",
    "path",
  ),
});
