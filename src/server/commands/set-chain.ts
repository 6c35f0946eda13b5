import { setChain as shape } from "@/core/api/commands/set-chain";
import { carryOut } from "../command";
import { storedChain } from "../stored-chain";
import { Refusal } from "../refusal";
import { requireTargets } from "../targets";

export const setChain = carryOut(shape, async (ledger, { sessionId, targetId, chain, strength, seen }) => {
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
});
