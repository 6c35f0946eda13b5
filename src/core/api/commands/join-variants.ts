import Joi from "joi";
import { cardIds } from "../fields";
import { command } from "../command";

/** Variants of one group; a group is gone through for every target. */
export const mostVariants = 32;

/** Makes some cards variants of each other, with those that are variants of one of them already. */
export const joinVariants = command<{ cardIds: string[] }, { groupId: string }>()({
  name: "join-variants",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardIds: cardIds
      .min(2)
      .max(mostVariants)
      .required()
      .messages({
        "array.min": "It takes two cards or more to be variants of each other",
        "array.max": `At most ${mostVariants} cards are variants of each other`,
      }),
  }),
});
