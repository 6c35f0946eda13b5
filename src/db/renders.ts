import { and, desc, eq, inArray, lt, sql } from "drizzle-orm";
import type { RenderState } from "@/core/library/renders";
import type { Executor } from "./connection";
import { render } from "./schema";

export type RenderRow = typeof render.$inferSelect;

export async function insertRender(db: Executor, row: Omit<typeof render.$inferInsert, "state" | "progress">): Promise<RenderRow> {
  const [written] = await db.insert(render).values(row).onConflictDoNothing().returning();
  return written ?? (await readRender(db, row.id!))!;
}

export const readRender = async (db: Executor, id: string): Promise<RenderRow | null> => (await db.select().from(render).where(eq(render.id, id)))[0] ?? null;

export const listRenders = (db: Executor, libraryId: string, memberId: string, limit: number) =>
  db.select().from(render).where(and(eq(render.libraryId, libraryId), eq(render.memberId, memberId))).orderBy(desc(render.askedAt)).limit(limit);

/** Changes a rendering that is in one of the states `from`; false where it is not. */
export async function moveRender(db: Executor, id: string, from: readonly RenderState[], set: Partial<Omit<RenderRow, "id">>): Promise<boolean> {
  const moved = await db
    .update(render)
    .set(set)
    .where(and(eq(render.id, id), inArray(render.state, [...from])))
    .returning({ id: render.id });
  return moved.length > 0;
}

/** Ids of renderings that somebody has begun. */
export const runningRenders = async (db: Executor): Promise<string[]> => (await db.select({ id: render.id }).from(render).where(eq(render.state, "running"))).map((r) => r.id);

/** Ids of renderings that have waited for longer than `seconds`. */
export const waitingRenders = async (db: Executor, seconds: number): Promise<string[]> =>
  (
    await db
      .select({ id: render.id })
      .from(render)
      .where(and(eq(render.state, "waiting"), lt(render.askedAt, sql`now() - make_interval(secs => ${seconds})`)))
  ).map((r) => r.id);

/** Takes renderings that ended before `days` days out of the list; gives their ids. */
export async function forgetRenders(db: Executor, days: number): Promise<string[]> {
  const gone = await db
    .delete(render)
    .where(lt(render.endedAt, sql`now() - make_interval(days => ${days})`))
    .returning({ id: render.id });
  return gone.map((r) => r.id);
}
