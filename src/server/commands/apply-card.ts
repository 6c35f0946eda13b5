import { applyCard as shape } from "@/core/api/commands/apply-card";
import { carryOut } from "../command";
import type { Chain } from "@/core/chain/model";
import type { Target } from "@/core/library/entities";
import { longestChain } from "@/core/chain/model";
import { countTargets, openName } from "@/core/library/words";
import { noteDay, noteUse } from "@/db/habits";
import { notFound, Refusal } from "../refusal";
import { requireRow } from "../rows";
import { requireTargets } from "../targets";

export const applyCard = carryOut(
  shape,
  async (ledger, { sessionId, targetIds, cardId, contentVersion, strength, how, keys, browsing }, member) => {
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
    const use = { libraryId: ledger.libraryId, memberId: member.userId, at: new Date() };
    const kinds = [...new Set(targets.map(({ kind }) => kind))];
    const habits = await noteUse(ledger.db, { ...use, cardId, kinds });
    const isCounted = keys !== undefined && browsing !== undefined;
    await noteDay(ledger.db, use, {
      uses: 1,
      counted: isCounted ? 1 : 0,
      keys: isCounted ? keys : 0,
      browsing: isCounted ? browsing : 0,
    });
    return { summary: `${openName(card)} on ${countTargets(targets)}`, result: { habits } };
  },
);
