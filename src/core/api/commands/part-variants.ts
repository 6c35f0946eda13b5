import Joi from "joi";
import { cardIds } from "../fields";
import { command } from "../command";

/** Takes cards out of the variants that they belong to; who is left alone there is none any more either. */
export const partVariants = command<{ cardIds: string[] }>()({
  name: "part-variants",
  right: "keep",
  stream: "library",
  input: Joi.object({ cardIds: cardIds.required() }),
});
