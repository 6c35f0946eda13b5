import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";

/** Takes cards out of use, or brings them back. What uses them goes on using them. */
export const withdrawCards = command<{ cardIds: string[]; withdrawn: boolean }>()({
  name: "withdraw-cards",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardIds: Joi.array().items(id).min(1).max(10000).unique().required(),
    withdrawn: Joi.boolean().required(),
  }),
});
