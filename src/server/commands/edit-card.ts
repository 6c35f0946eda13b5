import { editCard as shape } from "@/core/api/commands/edit-card";
import { carryOut } from "../command";
import { requireEditableCard } from "../rows";

export const editCard = carryOut(
  shape,
  async (ledger, { cardId, name, note, maker, madeFor, fits, seen }) => {
    const before = await requireEditableCard(ledger, cardId, seen);
    await ledger.update("card", cardId, {
      ...(name !== undefined && { name }),
      ...(note !== undefined && { note: note.trim() }),
      ...(maker !== undefined && { maker }),
      ...(madeFor !== undefined && { madeFor }),
      ...(fits !== undefined && { fits }),
      changedAt: new Date().toISOString(),
    });
    const renamed = name !== undefined && name !== before.name;
    return { summary: renamed ? `renamed “${before.name}” to “${name}”` : `changed “${before.name}”` };
  },
);
