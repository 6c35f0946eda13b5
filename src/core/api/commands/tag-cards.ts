import Joi from "joi";
import { cardIds, id, tagPath } from "../fields";
import { command } from "../command";

/** A tag by its id, or by a path, which is made where it is missing. */
export interface NamedTag {
  readonly tagId?: string;
  readonly path?: string;
}

const mostTagsAtOnce = 20;

/** Gives cards a tag, or several as one change; or takes them from the cards with those below them. */
export const tagCards = command<
  { cardIds: string[]; tagId?: string; path?: string; tags?: NamedTag[]; on: boolean },
  { tagId: string; madeTags: string[] }
>()({
  name: "tag-cards",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardIds: cardIds.required(),
    tagId: id,
    path: tagPath,
    tags: Joi.array()
      .items(Joi.object({ tagId: id, path: tagPath }).xor("tagId", "path"))
      .min(1)
      .max(mostTagsAtOnce),
    on: Joi.boolean().required(),
  }).xor("tagId", "path", "tags"),
});
