import Joi from "joi";
import { defineCommand } from "../command";
import { id, seen } from "../fields";
import { requireMembership, requireOwner } from "../members";

/** Takes somebody out of the library. What they made stays, with their name; their marks and keys wait for their return. */
export const removeMember = defineCommand<{ memberId: string; seen?: number }>()({
  name: "remove-member",
  right: "govern",
  stream: "library",
  input: Joi.object({ memberId: id.required(), seen }),
  async run(ledger, { memberId, seen }) {
    const { name } = await requireMembership(ledger, memberId, seen);
    await ledger.update("member", memberId, { removed: true });
    await requireOwner(ledger);
    return { summary: `removed the member ${name}` };
  },
});
