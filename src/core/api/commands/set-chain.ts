import Joi from "joi";
import type { Chain } from "@/core/chain/model";
import { chain as chainField, id, seen, strength as strengthField } from "../fields";
import { command } from "../command";

interface SetChain {
  readonly sessionId: string;
  readonly targetId: string;
  readonly chain?: Chain;
  readonly strength?: number;
  readonly seen?: number;
}

/** Sets a target's chain or strength by hand. The pin on the card it came from stays, so that the difference shows. */
export const setChain = command<SetChain>()({
  name: "set-chain",
  right: "bench",
  stream: "session",
  input: Joi.object({ targetId: id.required(), chain: chainField, strength: strengthField, seen }).or(
    "chain",
    "strength",
  ),
});
