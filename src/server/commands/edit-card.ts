import { editCard as shape } from "@/core/api/commands/edit-card";
import { carryOut } from "../command";
import { requireEditableCard } from "../rows";

export const editCard = carryOut(shape, async (ledger, { cardId, name, note, fits, seen }) => {
  const before = await requireEditableCard(ledger, cardId, seen);
  await ledger.update("card", cardId, {
    ...(name !== undefined && { name }),
    ...(note !== undefined && { note: note.trim() }),
    ...(fits !== undefined && { fits }),
  });
  const renamed = name !== undefined && name !== before.name;
  return { summary: renamed ? `renamed “${before.name}” to “${name}”` : `changed “${before.name}”` };
});
