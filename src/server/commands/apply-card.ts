import { applyCard as shape } from "@/core/api/commands/apply-card";
import { carryOut } from "../command";
import { putOn, wayOf } from "@/core/chain/ways";
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
  async (
    ledger,
    { sessionId, targetIds, cardId, contentVersion, strength, how, at, keys, browsing },
    member,
  ) => {
    const card = await requireRow(ledger, "card", cardId);
    const number = contentVersion ?? card.contentVersion;
    const content = await ledger.content(cardId, number);
    if (!content) throw notFound("version of the card");
    const chain = JSON.parse(content.chainText) as Chain;
    const targets = await requireTargets(ledger, sessionId, targetIds);
    const sets = targets.flatMap((target): [Target, Partial<Target>][] => {
      if (target.chain.medium !== chain.medium)
        throw new Refusal(
          409,
          "other-medium",
          `“${card.name}” is for ${chain.medium}; “${target.name}” is ${target.chain.medium}.`,
        );
      const next = putOn(target.chain, chain, how, at);
      if (next.settings.length > longestChain)
        throw new Refusal(
          409,
          "long-chain",
          `The chain on “${target.name}” would have more than ${longestChain} settings.`,
        );
      // Where nothing is missing the target is not said to have it from this card.
      if (how === "missing" && next.settings.length === target.chain.settings.length) return [];
      return [
        [
          target,
          {
            chain: next,
            strength: wayOf(how).keepsStrength ? target.strength : strength,
            cardId,
            cardVersion: number,
          },
        ],
      ];
    });
    if (sets.length === 0)
      throw new Refusal(
        409,
        "nothing-missing",
        `Every effect of “${card.name}” is on ${countTargets(targets)} already.`,
      );
    await ledger.updateAll("target", sets);
    const use = { libraryId: ledger.libraryId, memberId: member.userId, at: new Date() };
    const changed = sets.map(([target]) => target);
    const kinds = [...new Set(changed.map(({ kind }) => kind))];
    const habits = await noteUse(ledger.db, { ...use, cardId, kinds });
    const isCounted = keys !== undefined && browsing !== undefined;
    await noteDay(ledger.db, use, {
      uses: 1,
      counted: isCounted ? 1 : 0,
      keys: isCounted ? keys : 0,
      browsing: isCounted ? browsing : 0,
    });
    return { summary: `${openName(card)} ${wayOf(how).said} ${countTargets(changed)}`, result: { habits } };
  },
);
