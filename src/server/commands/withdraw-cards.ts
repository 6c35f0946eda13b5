import { withdrawCards as shape } from "@/core/api/commands/withdraw-cards";
import { countCards } from "@/core/library/words";
import { carryOut } from "../command";
import { requireEditableCards } from "../rows";

export const withdrawCards = carryOut(shape, async (ledger, { cardIds, withdrawn }) => {
  const cards = await requireEditableCards(ledger, cardIds);
  await ledger.updateAll(
    "card",
    cards.map((card) => [card, { withdrawn }]),
  );
  return { summary: `${withdrawn ? "withdrew" : "restored"} ${countCards(cards)}` };
});
