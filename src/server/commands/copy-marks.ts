import { copyMarks as shape } from "@/core/api/commands/copy-marks";
import { leastTags, mostTags } from "@/core/library/tags";
import { countCards } from "@/core/library/words";
import { allBranches } from "../branches";
import { carryOut } from "../command";
import { Refusal } from "../refusal";
import { refuseSupplied, requireCards, requireRow } from "../rows";

export const copyMarks = carryOut(shape, async (ledger, { cardId, onto, tags, note }) => {
  const from = await requireRow(ledger, "card", cardId);
  const cards = (await requireCards(ledger, onto)).filter(({ id }) => id !== cardId);
  // Tags can be put on supplied cards too; what stands on them stays.
  if (note) cards.forEach(refuseSupplied);
  const known = await allBranches(ledger, "tag");
  const changedAt = new Date().toISOString();
  const changes = cards.map(
    (card) =>
      [
        card,
        {
          ...(tags && { tagIds: leastTags(known, [...card.tagIds, ...from.tagIds]) }),
          ...(note && { note: from.note, changedAt }),
        },
      ] as const,
  );
  const full = changes.find(([, { tagIds = [] }]) => tagIds.length > mostTags);
  if (full)
    throw new Refusal(409, "too-many", `“${full[0].name}” would have more than ${mostTags} tags.`, {
      hint: "Take some from it first.",
    });
  await ledger.updateAll("card", changes);
  const what = [...(tags ? ["the tags"] : []), ...(note ? ["the note"] : [])].join(" and ");
  return { summary: `gave ${countCards(cards)} ${what} of “${from.name}”` };
});
