import { removeSession as shape } from "@/core/api/commands/remove-session";
import { carryOut } from "../command";
import { requireSession } from "../sessions";

export const removeSession = carryOut(shape, async (ledger, { id, seen }) => {
  const { name } = await requireSession(ledger, id, seen);
  await ledger.update("session", id, { removed: true });
  return { summary: `removed the session “${name}”` };
});
