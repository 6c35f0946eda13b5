import type { Ledger } from "@/db/ledger";
import { withdrawOrphaned } from "@/db/invitations";
import { countOwners } from "@/db/members";
import { notFound, Refusal } from "./refusal";
import { requireRow } from "./rows";

/** A membership in force; refuses one that is not, or that the client saw in an older state. */
export async function requireMembership(ledger: Ledger, id: string, seen?: number) {
  const row = await requireRow(ledger, "member", id, seen);
  if (row.removed) throw notFound("member");
  return row;
}

/**
 * After memberships have changed: refuses what leaves the library without an owner, and withdraws the invitations of those
 * who may not invite any more.
 */
export async function settleMembers(ledger: Ledger): Promise<void> {
  if ((await countOwners(ledger.db, ledger.libraryId)) === 0)
    throw new Refusal(409, "last-owner", "A library needs an owner, and this would take its last one.", {
      hint: "Make somebody else an owner first.",
    });
  await withdrawOrphaned(ledger.db, ledger.libraryId);
}
