import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";

export const removeAlias = command<{ aliasId: string }>()({
  name: "remove-alias",
  right: "own",
  stream: "member",
  input: Joi.object({ aliasId: id.required() }),
});
