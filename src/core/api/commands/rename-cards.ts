import Joi from "joi";
import { command } from "../command";
import { id, mostCards, nameOf, sayMostCards } from "../fields";

interface RenameCards {
  readonly names: readonly { readonly cardId: string; readonly name: string }[];
}

/** Gives several cards names of their own, as one change. */
export const renameCards = command<RenameCards>()({
  name: "rename-cards",
  right: "keep",
  stream: "library",
  ownToo: true,
  input: Joi.object({
    names: Joi.array()
      .items(Joi.object({ cardId: id.required(), name: nameOf("card").required() }))
      .min(1)
      .max(mostCards)
      .unique("cardId")
      .required()
      .messages({ "array.max": sayMostCards, "array.unique": "A card is named twice" }),
  }),
});
