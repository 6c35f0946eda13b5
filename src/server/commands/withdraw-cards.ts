import { withdrawCards as shape } from "@/core/api/commands/withdraw-cards";
import { carryOut } from "../command";
import { requireEditableCard } from "../rows";

export const withdrawCards = carryOut(shape, async (ledger, { cardIds, withdrawn }) => {
  let last = "";
  for (const cardId of cardIds) {
    last = (await requireEditableCard(ledger, cardId)).name;
    await ledger.update("card", cardId, { withdrawn });
  }
  const what = cardIds.length === 1 ? `“${last}”` : `${cardIds.length} cards`;
  return { summary: `${withdrawn ? "withdrew" : "restored"} ${what}` };
});
