import { v7 as newId } from "uuid";
import { copyCards as shape } from "@/core/api/commands/copy-cards";
import type { Card } from "@/core/library/entities";
import { countCards } from "@/core/library/words";
import { fold } from "@/core/text/fold";
import { freeName } from "@/core/text/names";
import { namesIn } from "@/db/recall";
import { carryOut } from "../command";
import { refuseTooMany } from "../own-cards";
import { requireCards } from "../rows";

export const copyCards = carryOut(shape, async (ledger, { cardIds }, { userId }) => {
  const cards = await requireCards(ledger, cardIds);
  const { ownerId } = ledger;
  if (ownerId !== null) await refuseTooMany(ledger, ownerId, cards.length);
  const at = new Date().toISOString();
  const taken = new Map<string | null, Set<string>>();
  const copies: Card[] = [];
  for (const card of cards) {
    const folderId = card.layer === "supplied" ? null : card.folderId;
    let names = taken.get(folderId);
    if (!names)
      taken.set(
        folderId,
        (names = new Set((await namesIn(ledger.db, ledger.libraryId, folderId, ownerId)).map(fold))),
      );
    copies.push({
      ...card,
      id: newId(),
      version: 1,
      layer: ownerId === null ? "team" : "private",
      ownerId,
      name: freeName(card.name, names),
      folderId,
      alsoIn: [],
      groupId: null,
      contentVersion: 1,
      authorId: userId,
      addedAt: at,
      changedAt: at,
      withdrawn: false,
      proof: null,
    });
  }
  await ledger.insertAll("card", copies);
  return { summary: `copied ${countCards(cards)}`, result: { cardIds: copies.map(({ id }) => id) } };
});
