import Joi from "joi";
import { cardIds, id, tagPath } from "../fields";
import { command } from "../command";

/**
 * Gives cards a tag, or takes it from them with those below it. The tag is named by its id, or by a path, which is made
 * where it is missing.
 */
export const tagCards = command<
  { cardIds: string[]; tagId?: string; path?: string; on: boolean },
  { tagId: string; madeTags: string[] }
>()({
  name: "tag-cards",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardIds: cardIds.required(),
    tagId: id,
    path: tagPath,
    on: Joi.boolean().required(),
  }).xor("tagId", "path"),
});
