import { removeMember as shape } from "@/core/api/commands/remove-member";
import { carryOut } from "../command";
import { revokeKeysOf } from "@/db/script-keys";
import { requireMembership, settleMembers } from "../members";

export const removeMember = carryOut(shape, async (ledger, { memberId, seen }) => {
  const { name, userId } = await requireMembership(ledger, memberId, seen);
  await ledger.update("member", memberId, { removed: true });
  await settleMembers(ledger);
  await revokeKeysOf(ledger.db, ledger.libraryId, userId);
  return { summary: `removed the member ${name}` };
});
