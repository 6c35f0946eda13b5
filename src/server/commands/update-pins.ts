import { updatePins as shape } from "@/core/api/commands/update-pins";
import { carryOut } from "../command";
import { chainOn, sameSettings } from "@/core/chain/medium";
import type { Chain } from "@/core/chain/model";
import { countTargets, openName } from "@/core/library/words";
import { readTargets } from "@/db/replica";
import { requireRow } from "../rows";

export const updatePins = carryOut(shape, async (ledger, { sessionId, cardId }) => {
  const card = await requireRow(ledger, "card", cardId);
  const behind = (await readTargets(ledger.db, ledger.libraryId, sessionId)).filter(
    (t) => t.cardId === cardId && t.cardVersion !== null && t.cardVersion !== card.contentVersion,
  );
  const updated = [];
  for (const target of behind) {
    const pinned = await ledger.content(cardId, target.cardVersion!);
    if (!pinned || !sameSettings(JSON.parse(pinned.chainText) as Chain, target.chain)) continue;
    await ledger.update("target", target.id, {
      chain: chainOn(card.chain, target.chain.medium),
      cardVersion: card.contentVersion,
    });
    updated.push(target);
  }
  const spared = behind.length - updated.length;
  return {
    summary:
      updated.length > 0
        ? `version ${card.contentVersion} of ${openName(card)} on ${countTargets(updated)}`
        : "nothing to update",
    result: { updated: updated.length, spared },
  };
});
