import Joi from "joi";
import type { Chain } from "@/core/chain/model";
import { defineCommand } from "../command";
import { chain as chainField, id, seen, storedChain, strength as strengthField } from "../fields";
import { Refusal } from "../refusal";
import { requireTargets } from "../targets";

interface SetChain {
  readonly sessionId: string;
  readonly targetId: string;
  readonly chain?: Chain;
  readonly strength?: number;
  readonly seen?: number;
}

/** Sets a target's chain or strength by hand. The pin on the card it came from stays, so that the difference shows. */
export const setChain = defineCommand<SetChain>()({
  name: "set-chain",
  right: "bench",
  stream: "session",
  input: Joi.object({ targetId: id.required(), chain: chainField, strength: strengthField, seen }).or(
    "chain",
    "strength",
  ),
  async run(ledger, { sessionId, targetId, chain, strength, seen }) {
    const [target] = await requireTargets(ledger, sessionId, [targetId], seen);
    if (chain && chain.medium !== target.chain.medium)
      throw new Refusal(409, "other-medium", `“${target.name}” is ${target.chain.medium}.`, {
        field: "chain.medium",
      });
    const empty = chain?.settings.length === 0;
    await ledger.update("target", targetId, {
      ...(chain && { chain: storedChain(chain) }),
      ...(strength !== undefined && { strength }),
      // Without a setting there is nothing left that came from the card.
      ...(empty && { cardId: null, cardVersion: null, strength: 100 }),
    });
    return { summary: empty ? `cleared “${target.name}”` : `shaped “${target.name}”` };
  },
});
