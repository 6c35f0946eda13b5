import Joi from "joi";
import { roles, type Role } from "@/core/library/roles";
import { defineCommand } from "../command";
import { id, seen } from "../fields";
import { requireMembership, requireOwner } from "../members";

/** Gives a member another role. The last owner stays one. */
export const changeRole = defineCommand<{ memberId: string; role: Role; seen?: number }>()({
  name: "change-role",
  right: "govern",
  stream: "library",
  input: Joi.object({
    memberId: id.required(),
    role: Joi.string()
      .valid(...roles)
      .required(),
    seen,
  }),
  async run(ledger, { memberId, role, seen }) {
    const { name } = await requireMembership(ledger, memberId, seen);
    await ledger.update("member", memberId, { role });
    await requireOwner(ledger);
    return { summary: `made ${name} ${role === "owner" || role === "editor" ? "an" : "a"} ${role}` };
  },
});
