import Joi from "joi";
import { id, printedKey } from "../fields";
import { command } from "../command";

/** Binds a printed character to a card for this member, or frees it (`cardId` null). */
export const bindKey = command<{ key: string; cardId: string | null; takeOver?: boolean }>()({
  name: "bind-key",
  right: "own",
  stream: "member",
  input: Joi.object({
    key: printedKey.required(),
    cardId: id.allow(null).required(),
    takeOver: Joi.boolean(),
  }),
});
