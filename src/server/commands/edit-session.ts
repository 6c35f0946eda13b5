import { editSession as shape } from "@/core/api/commands/edit-session";
import { carryOut } from "../command";
import { requireSession } from "../sessions";

export const editSession = carryOut(shape, async (ledger, { id, name, seen }) => {
  const before = await requireSession(ledger, id, seen);
  await ledger.update("session", id, { name });
  return { summary: `renamed the session “${before.name}” to “${name}”` };
});
