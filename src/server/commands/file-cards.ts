import { fileCards as shape } from "@/core/api/commands/file-cards";
import { filedIn, isFiledIn, mostFilings, takenOutOf } from "@/core/library/filing";
import { countCards } from "@/core/library/words";
import { parsePath } from "@/core/text/names";
import { requireFolder } from "../branches";
import { carryOut } from "../command";
import { refuseUnfit } from "../filing";
import { Refusal } from "../refusal";
import { refuseSupplied, requireCards } from "../rows";

export const fileCards = carryOut(shape, async (ledger, { cardIds, folderId, path = "", on }) => {
  const { row, ...place } = await requireFolder(ledger, { id: folderId, names: parsePath(path) });
  if (!row) throw new Refusal(400, "no-folder", "Name a folder.", { field: "path" });
  const cards = await requireCards(ledger, cardIds);
  if (on) refuseUnfit(row, cards);
  // Where a supplied card is at home is its maker's to say.
  else for (const card of cards) if (card.folderId === row.id) refuseSupplied(card);
  const changes = cards
    .filter((card) => isFiledIn(card, row.id) !== on)
    .map((card) => [card, (on ? filedIn : takenOutOf)(card, row.id)] as const);
  const full = changes.find(([, { alsoIn }]) => alsoIn.length > mostFilings);
  if (full)
    throw new Refusal(
      409,
      "too-many",
      `“${full[0].name}” is filed in ${mostFilings} further folders already.`,
      {
        hint: "Take it out of one first, or keep a search.",
      },
    );
  await ledger.updateAll("card", changes);
  const what = countCards(cards);
  return {
    summary: on ? `filed ${what} in ${place.path} too` : `took ${what} out of ${place.path}`,
    result: { folderId: row.id, madeFolders: place.made },
  };
});
