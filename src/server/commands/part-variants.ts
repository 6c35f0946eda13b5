import { partVariants as shape } from "@/core/api/commands/part-variants";
import { countCards } from "@/core/library/words";
import { cardsOfGroups } from "@/db/cards";
import { carryOut } from "../command";
import { requireEditableCards } from "../rows";

export const partVariants = carryOut(shape, async (ledger, { cardIds }) => {
  const chosen = await requireEditableCards(ledger, cardIds);
  const parting = chosen.filter(({ groupId }) => groupId !== null);
  const alone: string[] = [];
  for (const groupId of new Set(parting.map((card) => card.groupId!))) {
    const members = await cardsOfGroups(ledger.db, ledger.libraryId, [groupId]);
    const left = members.filter((id) => !cardIds.includes(id));
    if (left.length === 1) alone.push(...left);
  }
  const last = await requireEditableCards(ledger, alone);
  await ledger.updateAll(
    "card",
    [...parting, ...last].map((card) => [card, { groupId: null }]),
  );
  return { summary: `took ${countCards(chosen)} out of ${chosen.length === 1 ? "its" : "their"} variants` };
});
