import { v7 as newId } from "uuid";
import { joinVariants as shape, mostVariants } from "@/core/api/commands/join-variants";
import { countCards } from "@/core/library/words";
import { cardsOfGroups } from "@/db/cards";
import { carryOut } from "../command";
import { Refusal } from "../refusal";
import { requireEditableCards } from "../rows";

export const joinVariants = carryOut(shape, async (ledger, { cardIds }) => {
  const chosen = await requireEditableCards(ledger, cardIds);
  const groups = [...new Set(chosen.flatMap(({ groupId }) => groupId ?? []))];
  const others = await cardsOfGroups(ledger.db, ledger.libraryId, groups);
  const all = await requireEditableCards(ledger, [...new Set([...cardIds, ...others.map(({ id }) => id)])]);
  const strange = all.find(({ medium }) => medium !== all[0].medium);
  if (strange)
    throw new Refusal(
      409,
      "other-medium",
      `“${all[0].name}” and “${strange.name}” are for different media, so neither can stand for the other.`,
      { field: "cardIds" },
    );
  if (all.length > mostVariants)
    throw new Refusal(409, "too-many", `At most ${mostVariants} cards are variants of each other.`, {
      field: "cardIds",
      hint: "Part some of them first.",
    });
  const groupId = groups[0] ?? newId();
  const joining = all.filter((card) => card.groupId !== groupId);
  await ledger.updateAll(
    "card",
    joining.map((card) => [card, { groupId }]),
  );
  return { summary: `made ${countCards(all)} variants of each other`, result: { groupId } };
});
