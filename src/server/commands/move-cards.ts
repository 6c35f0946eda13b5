import { moveCards as shape } from "@/core/api/commands/move-cards";
import { carryOut } from "../command";
import { formatPath, parsePath } from "@/core/text/names";
import { ensurePath } from "../folders";
import { requireEditableCard } from "../rows";

export const moveCards = carryOut(shape, async (ledger, { cardIds, path }) => {
  const names = parsePath(path);
  const { folderId, made } = await ensurePath(ledger, names);
  let last = "";
  for (const cardId of cardIds) {
    last = (await requireEditableCard(ledger, cardId)).name;
    await ledger.update("card", cardId, { folderId });
  }
  const what = cardIds.length === 1 ? `“${last}”` : `${cardIds.length} cards`;
  return {
    summary: names.length ? `filed ${what} in ${formatPath(names)}` : `took ${what} out of its folder`,
    result: { folderId, madeFolders: made },
  };
});
