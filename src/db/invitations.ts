import { and, desc, eq, exists, gt, inArray, isNull, notExists } from "drizzle-orm";
import { may, roles } from "@/core/library/roles";
import type { Executor } from "./connection";
import { invitation, library, member } from "./schema";

const open = () =>
  and(isNull(invitation.usedAt), isNull(invitation.revokedAt), gt(invitation.expiresAt, new Date()));

/** The membership of whoever made an invitation, where they may still make one. */
const ofItsMaker = (db: Executor) =>
  db
    .select({ id: member.id })
    .from(member)
    .where(
      and(
        eq(member.libraryId, invitation.libraryId),
        eq(member.userId, invitation.madeBy),
        eq(member.removed, false),
        inArray(
          member.role,
          roles.filter((role) => may(role, "govern")),
        ),
      ),
    );
const inForce = (db: Executor) => and(open(), exists(ofItsMaker(db)));
const shown = {
  id: invitation.id,
  role: invitation.role,
  madeBy: invitation.madeBy,
  madeAt: invitation.madeAt,
  expiresAt: invitation.expiresAt,
};

export type InvitationRow = Pick<typeof invitation.$inferSelect, keyof typeof shown>;

/** The invitations that can still be taken up, the newest first. */
export const listInvitations = (db: Executor, libraryId: string) =>
  db
    .select(shown)
    .from(invitation)
    .where(and(eq(invitation.libraryId, libraryId), inForce(db)))
    .orderBy(desc(invitation.madeAt), desc(invitation.id));

export async function insertInvitation(db: Executor, row: typeof invitation.$inferInsert) {
  return (await db.insert(invitation).values(row).returning(shown))[0];
}

/**
 * Withdraws for good the invitations of a library whose makers are no members any more, or may not invite: they do not hold
 * again where these come back.
 */
export async function withdrawOrphaned(db: Executor, libraryId: string): Promise<void> {
  await db
    .update(invitation)
    .set({ revokedAt: new Date() })
    .where(and(eq(invitation.libraryId, libraryId), open(), notExists(ofItsMaker(db))));
}

/** Revokes an invitation; false where there is none in force. */
export async function revokeInvitation(db: Executor, libraryId: string, id: string): Promise<boolean> {
  const done = await db
    .update(invitation)
    .set({ revokedAt: new Date() })
    .where(and(eq(invitation.libraryId, libraryId), eq(invitation.id, id), inForce(db)))
    .returning({ id: invitation.id });
  return done.length > 0;
}

/** The invitation in force with that hash, with the words for whoever is invited, or null. `lock` keeps it for the transaction. */
export async function findInvitation(db: Executor, tokenHash: string, lock = false) {
  const asked = db
    .select({
      id: invitation.id,
      libraryId: invitation.libraryId,
      role: invitation.role,
      libraryName: library.name,
      inviter: member.name,
    })
    .from(invitation)
    .innerJoin(library, eq(library.id, invitation.libraryId))
    .innerJoin(member, and(eq(member.libraryId, invitation.libraryId), eq(member.userId, invitation.madeBy)))
    .where(and(eq(invitation.tokenHash, tokenHash), inForce(db)));
  const [found] = await (lock ? asked.for("update", { of: invitation }) : asked);
  return found ?? null;
}

export async function markInvitationUsed(db: Executor, id: string): Promise<void> {
  await db.update(invitation).set({ usedAt: new Date() }).where(eq(invitation.id, id));
}
