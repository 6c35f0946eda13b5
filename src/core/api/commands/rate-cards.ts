import Joi from "joi";
import { ratings } from "@/core/library/entities";
import { cardIds } from "../fields";
import { command } from "../command";

/** Gives cards the member's own rating: one to five stars, -1 for rejected, 0 for none (as `xmp:Rating` counts). */
export const rateCards = command<{ cardIds: string[]; stars: number }>()({
  name: "rate-cards",
  right: "own",
  stream: "member",
  input: Joi.object({
    cardIds: cardIds.required(),
    stars: Joi.number()
      .valid(0, ...ratings)
      .required()
      .messages({ "any.only": "A rating is 1 to 5 stars, -1 for rejected, or 0 for none" }),
  }),
});
