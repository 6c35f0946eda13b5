import { markFavourite as shape } from "@/core/api/commands/mark-favourite";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { readFavourites } from "@/db/folders";
import { lastPlace } from "../folders";
import { requireRow } from "../rows";

export const markFavourite = carryOut(shape, async (ledger, { cardId, on }, member) => {
  const card = await requireRow(ledger, "card", cardId);
  const favourites = await readFavourites(ledger.db, ledger.libraryId, member.userId);
  const present = favourites.find((f) => f.cardId === cardId);
  if (on && !present)
    await ledger.insert("favourite", {
      id: newId(),
      ownerId: member.userId,
      cardId,
      position: lastPlace(favourites),
    });
  if (!on && present) await ledger.delete("favourite", present.id);
  return { summary: on ? `marked “${card.name}” as a favourite` : `took “${card.name}” off Favourites` };
});
