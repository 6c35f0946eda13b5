import Joi from "joi";
import type { Chain } from "@/core/chain/model";
import { chain, id } from "../fields";
import { command } from "../command";

interface SetDefault {
  /** A card of one effect, or a chain of one setting: one of these. */
  readonly cardId?: string;
  readonly chain?: Chain;
  readonly on: boolean;
}

/** Makes a card of one effect, or the values of a setting, what that effect begins with for this member, or no longer. */
export const setDefault = command<SetDefault>()({
  name: "set-default",
  right: "own",
  stream: "member",
  input: Joi.object({ cardId: id, chain, on: Joi.boolean().required() }).xor("cardId", "chain"),
});
