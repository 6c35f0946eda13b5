import Joi from "joi";
import { inks, type Ink } from "../../library/entities";
import { mostLists } from "../../library/new-lists";
import { cardIds, id, nameOf, seen } from "../fields";

export interface KeepList {
  /** The one that is changed; a new one is made where it is left out. */
  readonly listId?: string;
  readonly name?: string;
  /** Several new ones at once, in their order: marks and inks are given to them. */
  readonly names?: readonly string[];
  /** One letter or digit, or empty. */
  readonly mark: string;
  /** As it is, where it is left out; of a new one the ink that is used least. */
  readonly ink?: Ink;
  readonly seen?: number;
}

/** What keeping a favourites list takes, one's own or the team's. */
export const keepListInput = Joi.object({
  listId: id,
  name: nameOf("favourites list"),
  names: Joi.array().items(nameOf("favourites list")).min(1).max(mostLists),
  mark: Joi.string()
    .allow("")
    .max(8)
    .custom((text: string, { error }) => {
      const mark = text.normalize("NFC").toUpperCase();
      return /^[\p{L}\p{N}]?$/u.test(mark) ? mark : error("bad-mark");
    })
    .default("")
    .messages({ "bad-mark": "A mark is one letter or digit", "string.max": "A mark is one letter or digit" }),
  ink: Joi.string().valid(...inks),
  seen,
})
  .xor("name", "names")
  .without("names", ["listId", "ink", "seen"]);

export interface MarkCards {
  readonly listId: string;
  readonly cardIds: string[];
  readonly on: boolean;
}

export const markCardsInput = Joi.object({
  listId: id.required(),
  cardIds: cardIds.required(),
  on: Joi.boolean().required(),
});

export interface PlaceMarked {
  readonly listId: string;
  readonly cardId: string;
  /** The card of the list before which it comes; null: last. */
  readonly beforeId: string | null;
}

export const placeMarkedInput = Joi.object({
  listId: id.required(),
  cardId: id.required(),
  beforeId: id.allow(null).required(),
});

export const removeListInput = Joi.object({ listId: id.required() });
