import { and, count, eq } from "drizzle-orm";
import type { MemberSettings } from "@/core/library/media";
import type { Executor } from "./connection";
import { member } from "./schema";

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
