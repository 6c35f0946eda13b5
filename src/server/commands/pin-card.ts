import { pinCard as shape } from "@/core/api/commands/pin-card";
import { carryOut } from "../command";
import { sameSettings } from "@/core/chain/medium";
import type { Chain } from "@/core/chain/model";
import { countTargets, openName } from "@/core/library/words";
import { notFound, Refusal } from "../refusal";
import { requireRow } from "../rows";
import { requireTargets } from "../targets";

export const pinCard = carryOut(shape, async (ledger, { sessionId, targetIds, cardId, contentVersion }) => {
  const card = await requireRow(ledger, "card", cardId);
  const content = await ledger.content(cardId, contentVersion);
  if (!content) throw notFound("version of the card");
  const targets = await requireTargets(ledger, sessionId, targetIds);
  for (const target of targets)
    if (!sameSettings(JSON.parse(content.chainText) as Chain, target.chain))
      throw new Refusal(409, "other-chain", `The chain on “${target.name}” is not that of “${card.name}”.`, {
        hint: "Apply the card instead.",
      });
  await ledger.updateAll(
    "target",
    targets.map((target) => [target, { cardId, cardVersion: contentVersion }]),
  );
  return {
    summary: `${openName(card)} is what ${countTargets(targets)} ${targets.length === 1 ? "has" : "have"}`,
  };
});
