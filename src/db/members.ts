import { and, count, eq, sql } from "drizzle-orm";
import { generateNKeysBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { firstLists } from "@/core/library/entities";
import type { MemberSettings } from "@/core/library/media";
import type { Executor } from "./connection";
import type { Role } from "@/core/library/roles";
import { favouritesList, member } from "./schema";

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
  chosen: MemberSettings,
): Promise<MemberSettings> {
  const [row] = await db
    .update(member)
    // Laid over what is there in one statement: of two that come together neither is lost.
    .set({ settings: sql`${member.settings} || ${JSON.stringify(chosen)}::jsonb` })
    .where(and(eq(member.libraryId, libraryId), eq(member.userId, userId)))
    .returning({ settings: member.settings });
  return row.settings;
}

/** What a member in force, by the id of their row, has chosen for the interface, or null. */
export async function readSettingsOf(
  db: Executor,
  libraryId: string,
  memberId: string,
): Promise<MemberSettings | null> {
  const [row] = await db
    .select({ settings: member.settings })
    .from(member)
    .where(and(eq(member.libraryId, libraryId), eq(member.id, memberId), eq(member.removed, false)));
  return row?.settings ?? null;
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

/** Gives a new member what everybody has from the beginning. */
export async function furnish(db: Executor, libraryId: string, ownerId: string): Promise<void> {
  const places = generateNKeysBetween(null, null, firstLists.length);
  await db
    .insert(favouritesList)
    .values(firstLists.map((list, i) => ({ ...list, id: newId(), libraryId, ownerId, position: places[i] })));
}
