import { applyDraft as shape } from "@/core/api/commands/apply-draft";
import { carryOut } from "../command";
import type { Put } from "@/core/library/putting";
import { cardToPut, putOnTargets } from "../putting";
import { Refusal } from "../refusal";
import { storedChain } from "../stored-chain";

export const applyDraft = carryOut(
  shape,
  async (ledger, { sessionId, targetIds, parts, how, at, strength }) => {
    const puts: Put[] = [];
    for (const part of parts)
      if ("cardId" in part) puts.push(await cardToPut(ledger, part.cardId, part.contentVersion));
      else {
        const chain = storedChain(part.chain);
        if (chain.settings.length === 0)
          throw new Refusal(400, "empty-chain", "There is nothing to put on: the chain is empty.", {
            field: "parts",
          });
        puts.push({ said: `“${part.name}”`, name: part.name, chain, pin: null });
      }
    const { summary } = await putOnTargets(ledger, { sessionId, targetIds, puts, how, at, strength });
    return { summary };
  },
);
