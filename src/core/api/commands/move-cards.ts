import Joi from "joi";
import { cardIds, path } from "../fields";
import { command } from "../command";

/** Gives cards another home folder, named by its path; missing folders are made, an empty path unfiles. */
export const moveCards = command<
  { cardIds: string[]; path: string },
  { folderId: string | null; madeFolders: string[] }
>()({
  name: "move-cards",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardIds: cardIds.required(),
    path: path.required(),
  }),
});
