import { and, desc, eq, gt, isNull, lt, or, sql } from "drizzle-orm";
import type { Executor } from "./connection";
import { member, scriptKey } from "./schema";

const inForce = () => and(isNull(scriptKey.revokedAt), gt(scriptKey.expiresAt, sql`now()`));
const shown = {
  id: scriptKey.id,
  userId: scriptKey.userId,
  name: scriptKey.name,
  scope: scriptKey.scope,
  madeAt: scriptKey.madeAt,
  expiresAt: scriptKey.expiresAt,
  usedAt: scriptKey.usedAt,
};

export type ScriptKeyRow = Pick<typeof scriptKey.$inferSelect, keyof typeof shown>;

/** The keys in force, of one member or (null) of all, the newest first. */
export const listScriptKeys = (db: Executor, libraryId: string, userId: string | null) =>
  db
    .select(shown)
    .from(scriptKey)
    .where(
      and(
        eq(scriptKey.libraryId, libraryId),
        inForce(),
        userId === null ? undefined : eq(scriptKey.userId, userId),
      ),
    )
    .orderBy(desc(scriptKey.madeAt), desc(scriptKey.id));

export async function insertScriptKey(db: Executor, row: typeof scriptKey.$inferInsert) {
  return (await db.insert(scriptKey).values(row).returning(shown))[0];
}

/** Revokes a key; false where there is none in force. */
export async function revokeScriptKey(
  db: Executor,
  libraryId: string,
  userId: string | null,
  id: string,
): Promise<boolean> {
  const done = await db
    .update(scriptKey)
    .set({ revokedAt: new Date() })
    .where(
      and(
        eq(scriptKey.libraryId, libraryId),
        eq(scriptKey.id, id),
        inForce(),
        userId === null ? undefined : eq(scriptKey.userId, userId),
      ),
    )
    .returning({ id: scriptKey.id });
  return done.length > 0;
}

/** Revokes all keys of a member, who leaves: should they return, they make new ones. */
export async function revokeKeysOf(db: Executor, libraryId: string, userId: string): Promise<void> {
  await db
    .update(scriptKey)
    .set({ revokedAt: new Date() })
    .where(
      and(eq(scriptKey.libraryId, libraryId), eq(scriptKey.userId, userId), isNull(scriptKey.revokedAt)),
    );
}

/** The key in force with that hash, of somebody who is a member still, or null. Notes its use, at most once a minute. */
export async function useScriptKey(db: Executor, tokenHash: string) {
  const [found] = await db
    .select({
      id: scriptKey.id,
      libraryId: scriptKey.libraryId,
      userId: scriptKey.userId,
      scope: scriptKey.scope,
      name: member.name,
    })
    .from(scriptKey)
    .innerJoin(member, and(eq(member.libraryId, scriptKey.libraryId), eq(member.userId, scriptKey.userId)))
    .where(and(eq(scriptKey.tokenHash, tokenHash), inForce(), eq(member.removed, false)));
  if (!found) return null;
  await db
    .update(scriptKey)
    .set({ usedAt: new Date() })
    .where(
      and(
        eq(scriptKey.id, found.id),
        or(isNull(scriptKey.usedAt), lt(scriptKey.usedAt, sql`now() - interval '1 minute'`)),
      ),
    );
  return found;
}
