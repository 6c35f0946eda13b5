import Joi from "joi";
import type { Chain } from "@/core/chain/model";
import { chain as chainField, id, seen } from "../fields";
import { command } from "../command";

interface SetChains {
  readonly sessionId: string;
  readonly chains: { readonly targetId: string; readonly chain: Chain; readonly seen?: number }[];
}

/** Sets the chains of several targets, each its own, as one change; what `set-chain` does for one. */
export const setChains = command<SetChains>()({
  name: "set-chains",
  right: "bench",
  stream: "session",
  input: Joi.object({
    chains: Joi.array()
      .items(Joi.object({ targetId: id.required(), chain: chainField.required(), seen }))
      .min(1)
      .max(200)
      .unique("targetId")
      .required(),
  }),
});
