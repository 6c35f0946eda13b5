import { moveCards as shape } from "@/core/api/commands/move-cards";
import { countCards } from "@/core/library/words";
import { carryOut } from "../command";
import { formatPath, parsePath } from "@/core/text/names";
import { ensurePath } from "../folders";
import { requireEditableCards } from "../rows";

export const moveCards = carryOut(shape, async (ledger, { cardIds, path }) => {
  const names = parsePath(path);
  const { folderId, made } = await ensurePath(ledger, names);
  const cards = await requireEditableCards(ledger, cardIds);
  await ledger.updateAll(
    "card",
    cards.map((card) => [card, { folderId }]),
  );
  const what = countCards(cards);
  return {
    summary: names.length ? `filed ${what} in ${formatPath(names)}` : `took ${what} out of its folder`,
    result: { folderId, madeFolders: made },
  };
});
