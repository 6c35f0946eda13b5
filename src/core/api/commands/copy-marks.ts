import Joi from "joi";
import { command } from "../command";
import { cardIds, id } from "../fields";

interface CopyMarks {
  /** The card that they are copied from. */
  readonly cardId: string;
  /** The cards that get them. */
  readonly onto: string[];
  /** Its tags, besides those that they have. */
  readonly tags: boolean;
  /** Its note, in place of theirs. */
  readonly note: boolean;
}

/** Gives cards the tags of another one, or its note. */
export const copyMarks = command<CopyMarks>()({
  name: "copy-marks",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardId: id.required(),
    onto: cardIds.required(),
    tags: Joi.boolean().default(false),
    note: Joi.boolean().default(false),
  }),
});
