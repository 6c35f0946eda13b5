import Joi from "joi";
import { alias, id } from "../fields";
import { command } from "../command";

/** Gives a card one of the member's own aliases. An alias that recalled another card is taken over where asked for. */
export const setAlias = command<{ cardId: string; text: string; takeOver?: boolean }>()({
  name: "set-alias",
  right: "own",
  stream: "member",
  input: Joi.object({
    cardId: id.required(),
    text: alias.required(),
    takeOver: Joi.boolean(),
  }),
});
