import { proveCard as shape } from "@/core/api/commands/prove-card";
import { carryOut } from "../command";
import { prove } from "@/core/library/proof";
import { Refusal } from "../refusal";
import { requireEditableCard } from "../rows";

export const proveCard = carryOut(shape, async (ledger, { cardId, contentVersion, on, difference }) => {
  const card = await requireEditableCard(ledger, cardId);
  if (card.contentVersion !== contentVersion)
    throw new Refusal(409, "stale", `“${card.name}” has a newer version by now.`, {
      hint: "Prove that one.",
      seen: contentVersion,
      current: card,
    });
  const proof = prove(card.medium, on, difference);
  await ledger.update("card", cardId, { proof });
  return { summary: `${proof.same ? "proved" : "could not prove"} “${card.name}”`, result: { proof } };
});
