import { applyDraft as shape } from "@/core/api/commands/apply-draft";
import { carryOut } from "../command";
import type { Put } from "@/core/library/putting";
import { cardToPut, noteUses, putOnTargets } from "../putting";
import { Refusal } from "../refusal";
import { storedChain } from "../stored-chain";

export const applyDraft = carryOut(
  shape,
  async (ledger, { sessionId, targetIds, parts, how, at, range, strength, seenTargets }, member) => {
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
    const { onto, summary } = await putOnTargets(ledger, {
      sessionId,
      targetIds,
      puts,
      how,
      at,
      range,
      strength,
      seenTargets,
    });
    const used = [...new Set(puts.flatMap(({ pin }) => pin?.cardId ?? []))];
    const habits = await noteUses(
      ledger,
      member,
      used.map((cardId) => ({ cardId, onto })),
    );
    return { summary, result: { habits } };
  },
);
