import Joi from "joi";
import type { Chain } from "@/core/chain/model";
import { chain as chainField, id, keptOn, seen } from "../fields";
import { command } from "../command";

/** Keeps a chain as the next version of a card. Earlier versions stay, and what uses them goes on using them. */
export const reviseCard = command<
  { cardId: string; chain: Chain; keptOn?: string | null; seen?: number },
  { cardId: string; contentVersion: number }
>()({
  name: "revise-card",
  right: "keep",
  stream: "library",
  ownToo: true,
  input: Joi.object({
    cardId: id.required(),
    chain: chainField.required(),
    keptOn: keptOn.default(null),
    seen,
  }),
});
