import { sql } from "drizzle-orm";
import type { Executor } from "./connection";

/**
 * Counts an attempt under a key and gives how many there were since the window began. A window begins with the first
 * attempt after the last one has ended. One statement, so that attempts at once are all counted.
 */
export async function countAttempt(db: Executor, key: string, now: number, windowMs: number): Promise<number> {
  const { rows } = await db.execute<{ count: number }>(sql`
    insert into account_attempt as a (id, key, count, last_request) values (${key}, ${key}, 1, ${now})
    on conflict (key) do update set
      count = case when a.last_request < ${now - windowMs} then 1 else a.count + 1 end,
      last_request = case when a.last_request < ${now - windowMs} then ${now} else a.last_request end
    returning count`);
  return rows[0].count;
}
