import { removeTag as shape } from "@/core/api/commands/remove-tag";
import { removeBranch } from "../branches";
import { carryOut } from "../command";
import { requireRow } from "../rows";

export const removeTag = carryOut(shape, async (ledger, { tagId, seen }) => {
  const removed = await requireRow(ledger, "tag", tagId, seen);
  const movedCards = await removeBranch(ledger, "tag", removed);
  return { summary: `removed tag “${removed.name}”`, result: { movedCards } };
});
