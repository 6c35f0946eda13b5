import Joi from "joi";
import { revokeKeysOf } from "@/db/script-keys";
import { defineCommand } from "../command";
import { id, seen } from "../fields";
import { requireMembership, requireOwner } from "../members";

/** Takes somebody out of the library. What they made stays, with their name; their marks and keystrokes wait for their return, their keys for scripts end. */
export const removeMember = defineCommand<{ memberId: string; seen?: number }>()({
  name: "remove-member",
  right: "govern",
  stream: "library",
  input: Joi.object({ memberId: id.required(), seen }),
  async run(ledger, { memberId, seen }) {
    const { name, userId } = await requireMembership(ledger, memberId, seen);
    await ledger.update("member", memberId, { removed: true });
    await requireOwner(ledger);
    await revokeKeysOf(ledger.db, ledger.libraryId, userId);
    return { summary: `removed the member ${name}` };
  },
});
