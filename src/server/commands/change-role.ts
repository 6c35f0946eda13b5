import { changeRole as shape } from "@/core/api/commands/change-role";
import { carryOut } from "../command";
import { requireMembership, settleMembers } from "../members";

export const changeRole = carryOut(shape, async (ledger, { memberId, role, seen }) => {
  const { name } = await requireMembership(ledger, memberId, seen);
  await ledger.update("member", memberId, { role });
  await settleMembers(ledger);
  return { summary: `made ${name} ${role === "owner" || role === "editor" ? "an" : "a"} ${role}` };
});
