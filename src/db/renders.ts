import { and, desc, eq, inArray, isNull, lt, or, sql } from "drizzle-orm";
import type { RenderState } from "@/core/library/renders";
import type { Executor } from "./connection";
import { render } from "./schema";

export type RenderRow = typeof render.$inferSelect;

export async function insertRender(
  db: Executor,
  row: Omit<typeof render.$inferInsert, "state" | "progress">,
): Promise<RenderRow> {
  const [written] = await db.insert(render).values(row).onConflictDoNothing().returning();
  return written ?? (await readRender(db, row.id!))!;
}

export const readRender = async (db: Executor, id: string): Promise<RenderRow | null> =>
  (await db.select().from(render).where(eq(render.id, id)))[0] ?? null;

export const listRenders = (db: Executor, libraryId: string, memberId: string, limit: number) =>
  db
    .select()
    .from(render)
    .where(and(eq(render.libraryId, libraryId), eq(render.memberId, memberId)))
    .orderBy(desc(render.askedAt))
    .limit(limit);

/** Changes a rendering that is in one of the states `from`; false where it is not. */
export async function moveRender(
  db: Executor,
  id: string,
  from: readonly RenderState[],
  set: Partial<Omit<RenderRow, "id">>,
): Promise<boolean> {
  const moved = await db
    .update(render)
    .set(set)
    .where(and(eq(render.id, id), inArray(render.state, [...from])))
    .returning({ id: render.id });
  return moved.length > 0;
}

/**
 * Stops a rendering that has not ended; false where it has. One in place whose share done is 1 is about to change its
 * session: that is too late to be stopped.
 */
export async function stopRender(db: Executor, id: string): Promise<boolean> {
  const stopped = await db
    .update(render)
    .set({ state: "cancelled", endedAt: new Date() })
    .where(
      and(
        eq(render.id, id),
        inArray(render.state, ["waiting", "running"]),
        or(isNull(render.aftermath), lt(render.progress, 1)),
      ),
    )
    .returning({ id: render.id });
  return stopped.length > 0;
}

/** Ids of renderings that somebody has begun. */
export const runningRenders = async (db: Executor): Promise<string[]> =>
  (await db.select({ id: render.id }).from(render).where(eq(render.state, "running"))).map((r) => r.id);

/** Ids of renderings that have waited for longer than `seconds`. */
export const waitingRenders = async (db: Executor, seconds: number): Promise<string[]> =>
  (
    await db
      .select({ id: render.id })
      .from(render)
      .where(
        and(eq(render.state, "waiting"), lt(render.askedAt, sql`now() - make_interval(secs => ${seconds})`)),
      )
  ).map((r) => r.id);

/**
 * Renderings that wait, whose turn comes first: of members for whom none is being rendered, then of those who have had
 * none for the longest, then as they were asked for. So nobody's hundred keep another's one waiting.
 */
export async function nextRenders(db: Executor, limit: number): Promise<string[]> {
  const { rows } = await db.execute<{ id: string }>(sql`
    select r.id from render r
    left join lateral (
      select count(*) filter (where o.state = 'running') as running, max(o.ended_at) filter (where o.ended_at > now() - interval '10 minutes') as served
      from render o where o.member_id = r.member_id and (o.state = 'running' or o.ended_at > now() - interval '10 minutes')
    ) own on true
    where r.state = 'waiting'
    order by own.running, own.served nulls first, r.asked_at, r.id
    limit ${limit}`);
  return rows.map((row) => row.id);
}

/** Takes renderings that ended before `days` days out of the list; gives their ids. */
export async function forgetRenders(db: Executor, days: number): Promise<string[]> {
  const gone = await db
    .delete(render)
    .where(lt(render.endedAt, sql`now() - make_interval(days => ${days})`))
    .returning({ id: render.id });
  return gone.map((r) => r.id);
}
