import { sql } from "drizzle-orm";
import type { Executor } from "./connection";

/** Rejects where the database does not answer. */
export async function ping(db: Executor): Promise<void> {
  await db.execute(sql`select 1`);
}

/** Rejects where the tables of the job queue are not there. */
export async function queueIsThere(db: Executor): Promise<void> {
  await db.execute(sql`select 1 from pgboss.queue limit 1`);
}
