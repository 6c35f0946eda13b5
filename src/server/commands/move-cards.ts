import { moveCards as shape } from "@/core/api/commands/move-cards";
import { withHome } from "@/core/library/filing";
import { countCards } from "@/core/library/words";
import { parsePath } from "@/core/text/names";
import { requireFolder } from "../branches";
import { carryOut } from "../command";
import { refuseUnfit } from "../filing";
import { requireEditableCards } from "../rows";

export const moveCards = carryOut(shape, async (ledger, { cardIds, folderId, path = "" }) => {
  const place = await requireFolder(ledger, { id: folderId, names: parsePath(path) });
  const cards = await requireEditableCards(ledger, cardIds);
  refuseUnfit(place.row, cards);
  const home = place.row?.id ?? null;
  await ledger.updateAll(
    "card",
    cards.map((card) => [card, withHome(card, home)]),
  );
  const what = countCards(cards);
  return {
    summary: place.row ? `filed ${what} in ${place.path}` : `took ${what} out of its folder`,
    result: { folderId: home, madeFolders: place.made },
  };
});
