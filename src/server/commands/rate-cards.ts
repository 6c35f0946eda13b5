import { v7 as newId } from "uuid";
import { rateCards as shape } from "@/core/api/commands/rate-cards";
import { countCards } from "@/core/library/words";
import { sayRating } from "@/core/library/rating";
import { readRatings } from "@/db/marks";
import { carryOut } from "../command";
import { requireCards } from "../rows";

export const rateCards = carryOut(shape, async (ledger, { cardIds, stars }, { userId }) => {
  const cards = await requireCards(ledger, cardIds);
  const rows = await readRatings(ledger.db, ledger.libraryId, userId, cardIds);
  if (stars === 0) await ledger.deleteAll("rating", rows);
  else {
    const rated = new Set(rows.map(({ cardId }) => cardId));
    await ledger.updateAll(
      "rating",
      rows.map((row) => [row, { stars }]),
    );
    await ledger.insertAll(
      "rating",
      cards
        .filter(({ id }) => !rated.has(id))
        .map(({ id }) => ({ id: newId(), ownerId: userId, cardId: id, stars })),
    );
  }
  return { summary: `rated ${countCards(cards)}: ${sayRating(stars)}` };
});
