import { removeFolder as shape } from "@/core/api/commands/remove-folder";
import { removeBranch } from "../branches";
import { carryOut } from "../command";
import { requireRow } from "../rows";

export const removeFolder = carryOut(shape, async (ledger, { folderId, cardsTo = "parent", seen }) => {
  const removed = await requireRow(ledger, "folder", folderId, seen);
  const movedCards = await removeBranch(ledger, "folder", removed, cardsTo === "unfiled");
  return { summary: `removed folder “${removed.name}”, kept what was in it`, result: { movedCards } };
});
