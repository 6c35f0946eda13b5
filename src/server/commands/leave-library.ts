import Joi from "joi";
import { findMembership } from "@/db/members";
import { revokeKeysOf } from "@/db/script-keys";
import { defineCommand } from "../command";
import { requirePerson } from "../member";
import { requireMembership, requireOwner } from "../members";

/** Leaves the library. Only those who manage it can let one in again. */
export const leaveLibrary = defineCommand()({
  name: "leave-library",
  right: "read",
  undoRight: "govern",
  stream: "library",
  input: Joi.object({}),
  async run(ledger, _input, member) {
    requirePerson(member);
    const { libraryId, userId } = member;
    const own = await findMembership(ledger.db, libraryId, userId);
    const { id, name } = await requireMembership(ledger, own!.id);
    await ledger.update("member", id, { removed: true });
    await requireOwner(ledger);
    await revokeKeysOf(ledger.db, ledger.libraryId, userId);
    return { summary: `${name} left the library` };
  },
});
