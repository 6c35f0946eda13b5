import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";

/** Puts a card on the member's Favourites, last, or takes it off. */
export const markFavourite = command<{ cardId: string; on: boolean }>()({
  name: "mark-favourite",
  right: "own",
  stream: "member",
  input: Joi.object({ cardId: id.required(), on: Joi.boolean().required() }),
});
