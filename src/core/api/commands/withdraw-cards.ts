import Joi from "joi";
import { cardIds } from "../fields";
import { command } from "../command";

/** Takes cards out of use, or brings them back. What uses them goes on using them. */
export const withdrawCards = command<{ cardIds: string[]; withdrawn: boolean }>()({
  name: "withdraw-cards",
  right: "keep",
  stream: "library",
  ownToo: true,
  input: Joi.object({
    cardIds: cardIds.required(),
    withdrawn: Joi.boolean().required(),
  }),
});
