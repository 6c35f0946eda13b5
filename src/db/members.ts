import { and, count, eq } from "drizzle-orm";
import type { MemberSettings } from "@/core/library/media";
import type { Executor } from "./connection";
import type { Role } from "@/core/library/roles";
import { member } from "./schema";

/**
 * The role of a member in force, or null. Inside a transaction it stays theirs until that ends: who changes it
 * waits. To be asked for after the stream is locked, since who changes roles holds the library's.
 */
export async function holdRole(db: Executor, libraryId: string, userId: string): Promise<Role | null> {
  const [row] = await db
    .select({ role: member.role })
    .from(member)
    .where(and(eq(member.libraryId, libraryId), eq(member.userId, userId), eq(member.removed, false)))
    .for("share");
  return row?.role ?? null;
}

export async function saveSettings(
  db: Executor,
  libraryId: string,
  userId: string,
  settings: MemberSettings,
): Promise<void> {
  await db
    .update(member)
    .set({ settings })
    .where(and(eq(member.libraryId, libraryId), eq(member.userId, userId)));
}

/** How many owners a library has. */
export async function countOwners(db: Executor, libraryId: string): Promise<number> {
  const [row] = await db
    .select({ owners: count() })
    .from(member)
    .where(and(eq(member.libraryId, libraryId), eq(member.role, "owner"), eq(member.removed, false)));
  return row.owners;
}

/** Somebody's membership, also a former one, or null. */
export async function findMembership(
  db: Executor,
  libraryId: string,
  userId: string,
): Promise<{ id: string; removed: boolean } | null> {
  const [row] = await db
    .select({ id: member.id, removed: member.removed })
    .from(member)
    .where(and(eq(member.libraryId, libraryId), eq(member.userId, userId)));
  return row ?? null;
}
