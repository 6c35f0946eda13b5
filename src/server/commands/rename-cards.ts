import { renameCards as shape } from "@/core/api/commands/rename-cards";
import { countCards } from "@/core/library/words";
import { carryOut } from "../command";
import { requireEditableCards } from "../rows";

export const renameCards = carryOut(shape, async (ledger, { names }) => {
  const cards = await requireEditableCards(
    ledger,
    names.map(({ cardId }) => cardId),
  );
  const changedAt = new Date().toISOString();
  const changed = cards.filter((card, i) => card.name !== names[i].name);
  await ledger.updateAll(
    "card",
    cards.map((card, i) => [card, { name: names[i].name, changedAt }]),
  );
  const [first] = changed;
  const given = names.find(({ cardId }) => cardId === first?.id)?.name;
  return {
    summary:
      changed.length === 1 ? `renamed “${first.name}” to “${given}”` : `renamed ${countCards(changed)}`,
  };
});
