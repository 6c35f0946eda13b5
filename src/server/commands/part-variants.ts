import { partVariants as shape } from "@/core/api/commands/part-variants";
import { countCards } from "@/core/library/words";
import { cardsOfGroups } from "@/db/cards";
import { carryOut } from "../command";
import { requireEditableCards } from "../rows";

export const partVariants = carryOut(shape, async (ledger, { cardIds }) => {
  const chosen = await requireEditableCards(ledger, cardIds);
  const parting = chosen.filter(({ groupId }) => groupId !== null);
  const groups = [...new Set(parting.flatMap(({ groupId }) => groupId ?? []))];
  const gone = new Set(cardIds);
  const staying = (await cardsOfGroups(ledger.db, ledger.libraryId, groups)).filter(
    ({ id }) => !gone.has(id),
  );
  const left = new Map<string | null, number>();
  for (const { groupId } of staying) left.set(groupId, (left.get(groupId) ?? 0) + 1);
  const alone = staying.filter(({ groupId }) => left.get(groupId) === 1);
  const last = await requireEditableCards(
    ledger,
    alone.map(({ id }) => id),
  );
  await ledger.updateAll(
    "card",
    [...parting, ...last].map((card) => [card, { groupId: null }]),
  );
  return { summary: `took ${countCards(chosen)} out of ${chosen.length === 1 ? "its" : "their"} variants` };
});
