import { applyCard as shape } from "@/core/api/commands/apply-card";
import { carryOut } from "../command";
import type { Chain } from "@/core/chain/model";
import type { Target } from "@/core/library/entities";
import { longestChain } from "@/core/chain/model";
import { countTargets } from "@/core/library/words";
import { noteUse } from "@/db/habits";
import { notFound, Refusal } from "../refusal";
import { requireRow } from "../rows";
import { requireTargets } from "../targets";

export const applyCard = carryOut(
  shape,
  async (ledger, { sessionId, targetIds, cardId, contentVersion, strength, how }, member) => {
    const card = await requireRow(ledger, "card", cardId);
    const number = contentVersion ?? card.contentVersion;
    const content = await ledger.content(cardId, number);
    if (!content) throw notFound("version of the card");
    const chain = JSON.parse(content.chainText) as Chain;
    const targets = await requireTargets(ledger, sessionId, targetIds);
    const sets = targets.map((target): [Target, Partial<Target>] => {
      if (target.chain.medium !== chain.medium)
        throw new Refusal(
          409,
          "other-medium",
          `“${card.name}” is for ${chain.medium}; “${target.name}” is ${target.chain.medium}.`,
        );
      const settings = how === "after" ? [...target.chain.settings, ...chain.settings] : chain.settings;
      if (settings.length > longestChain)
        throw new Refusal(
          409,
          "long-chain",
          `The chain on “${target.name}” would have more than ${longestChain} settings.`,
        );
      return [
        target,
        {
          chain: { medium: chain.medium, settings },
          strength: how === "after" ? target.strength : strength,
          cardId,
          cardVersion: number,
        },
      ];
    });
    await ledger.updateAll("target", sets);
    const habits = await noteUse(ledger.db, {
      libraryId: ledger.libraryId,
      memberId: member.userId,
      cardId,
      kinds: [...new Set(targets.map(({ kind }) => kind))],
      at: new Date(),
    });
    return { summary: `“${card.name}” on ${countTargets(targets)}`, result: { habits } };
  },
);
