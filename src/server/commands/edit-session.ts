import { editSession as shape } from "@/core/api/commands/edit-session";
import { carryOut } from "../command";
import { media } from "@/core/media";
import { readTargets } from "@/db/replica";
import { Refusal } from "../refusal";
import { requireSession } from "../sessions";

export const editSession = carryOut(shape, async (ledger, { id, name, medium, seen }) => {
  const before = await requireSession(ledger, id, seen);
  if (
    medium !== undefined &&
    medium !== before.medium &&
    (await readTargets(ledger.db, ledger.libraryId, id)).length > 0
  )
    throw new Refusal(409, "not-empty", `“${before.name}” holds material already.`, {
      hint: "Begin another session.",
    });
  await ledger.update("session", id, { ...(name !== undefined && { name }), ...(medium && { medium }) });
  return {
    summary:
      name === undefined && medium !== undefined
        ? `made “${before.name}” a session for ${media[medium].plural}`
        : `renamed the session “${before.name}” to “${name ?? before.name}”`,
  };
});
