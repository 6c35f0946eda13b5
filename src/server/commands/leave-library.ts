import { leaveLibrary as shape } from "@/core/api/commands/leave-library";
import { carryOut } from "../command";
import { findMembership } from "@/db/members";
import { revokeKeysOf } from "@/db/script-keys";
import { requirePerson } from "../member";
import { requireMembership, settleMembers } from "../members";

export const leaveLibrary = carryOut(shape, async (ledger, _input, member) => {
  requirePerson(member);
  const { libraryId, userId } = member;
  const own = await findMembership(ledger.db, libraryId, userId);
  const { id, name } = await requireMembership(ledger, own!.id);
  await ledger.update("member", id, { removed: true });
  await settleMembers(ledger);
  await revokeKeysOf(ledger.db, ledger.libraryId, userId);
  return { summary: `${name} left the library` };
});
