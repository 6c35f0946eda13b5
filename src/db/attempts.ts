import { eq, lt, sql } from "drizzle-orm";
import type { Executor } from "./connection";
import { pace } from "./schema";

/** How tries under a key are slowed: so many are free, each further one waits twice as long as the one before, up to the longest. */
export interface Pace {
  readonly free: number;
  /** Seconds. */
  readonly longest: number;
}

/** Seconds after which a failure counts half. */
const halfLife = 15 * 60;

/** Longer than this nobody is kept waiting, in seconds. */
export const longestWait = 20;

/**
 * Counts a try under a key as one that failed and gives the seconds that it has to wait for its turn; turns come one
 * after the other, also for tries made at once. Null where it would wait too long: then it is not counted. By the
 * database's clock; a turn that lies further away than any can was set by another clock, and counts for nothing.
 * `succeeded` takes the count back.
 */
export async function takeTurn(db: Executor, key: string, { free, longest }: Pace): Promise<number | null> {
  const faded = sql`a.failures * power(0.5, greatest(0, extract(epoch from now() - a.last_at)) / ${halfLife})`;
  const turn = sql`greatest(now(), case when a.next_at > now() + make_interval(secs => ${longestWait + longest + 1}) then now() else a.next_at end)`;
  const delay = (failures: unknown) =>
    sql`make_interval(secs => least(${longest}::float8, case when ${failures} > ${free} then 0.5 * power(2, least(20, ${failures} - ${free})) else 0 end))`;
  // Its own turn is the next one's, less the delay between them.
  const { rows } = await db.execute<{ wait: number }>(sql`
    insert into account_pace as a (key, failures, last_at, next_at) values (${key}, 1, now(), now())
    on conflict (key) do update set failures = ${faded} + 1, last_at = now(), next_at = ${turn} + ${delay(sql`(${faded} + 1)`)}
      where ${turn} <= now() + make_interval(secs => ${longestWait})
    returning extract(epoch from a.next_at - ${delay(sql`a.failures`)} - now())::float8 as wait`);
  return rows.length === 0 ? null : Math.max(0, rows[0].wait);
}

/** Takes a try back that has succeeded; where `known`, its key is one that belongs there from now on, and all is forgiven. */
export async function succeeded(db: Executor, key: string, known: boolean): Promise<void> {
  await db
    .update(pace)
    .set(
      known
        ? { failures: 0, nextAt: sql`now()`, known: true }
        : { failures: sql`greatest(0, ${pace.failures} - 1)` },
    )
    .where(eq(pace.key, key));
}

/** True where a key has succeeded before. */
export async function isKnown(db: Executor, key: string): Promise<boolean> {
  return (
    ((await db.select({ known: pace.known }).from(pace).where(eq(pace.key, key)))[0]?.known ?? false) === true
  );
}

/** Forgets what was tried long ago. */
export async function forgetTries(db: Executor): Promise<void> {
  await db
    .delete(pace)
    .where(
      lt(
        pace.lastAt,
        sql`now() - case when ${pace.known} then interval '180 days' else interval '1 day' end`,
      ),
    );
}
