import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";

/** Makes a card of one effect what that effect begins with for this member, in place of another one, or no longer. */
export const setDefault = command<{ cardId: string; on: boolean }>()({
  name: "set-default",
  right: "own",
  stream: "member",
  input: Joi.object({ cardId: id.required(), on: Joi.boolean().required() }),
});
