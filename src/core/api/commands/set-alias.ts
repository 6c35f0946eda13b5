import Joi from "joi";
import { alias, id } from "../fields";
import { command } from "../command";

interface SetAlias {
  /** What it recalls: one of the two. */
  readonly cardId?: string;
  readonly searchId?: string;
  readonly text: string;
  readonly takeOver?: boolean;
}

/** Gives a card or a saved search one of the member's own aliases. One that recalled something else is taken over where asked for. */
export const setAlias = command<SetAlias>()({
  name: "set-alias",
  right: "own",
  stream: "member",
  input: Joi.object({
    cardId: id,
    searchId: id,
    text: alias.required(),
    takeOver: Joi.boolean(),
  }).xor("cardId", "searchId"),
});
