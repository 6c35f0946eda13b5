import type { PoolClient } from "pg";
import type { Database } from "./connection";
import { inTurn } from "./turns";

/** Does `work` on a connection of its own that holds a named lock, if `take` gets it; else gives null. The lock goes with the connection, so a process that dies holds nothing. */
async function holding<T>(
  db: Database,
  name: string,
  take: (client: PoolClient) => Promise<boolean>,
  work: () => Promise<T>,
): Promise<T | null> {
  const client = await db.$client.connect();
  try {
    if (!(await take(client))) return null;
    try {
      return await work();
    } finally {
      await client.query("select pg_advisory_unlock(hashtextextended($1, 0))", [name]).catch(() => undefined);
    }
  } finally {
    client.release();
  }
}

/** Does `work` while this process alone holds a named lock; null where another one has it. */
export const withLock = <T>(db: Database, name: string, work: () => Promise<T>): Promise<T | null> =>
  holding(
    db,
    name,
    async (client) =>
      (
        await client.query<{ held: boolean }>(
          "select pg_try_advisory_lock(hashtextextended($1, 0)) as held",
          [name],
        )
      ).rows[0].held,
    work,
  );

/**
 * Does `work` as soon as this process alone holds a named lock; others wait for it. Those of one process wait for each
 * other without a connection: `work` needs one more, and all of them could be held by who waits.
 */
export const waitForLock = <T>(db: Database, name: string, work: () => Promise<T>): Promise<T> =>
  inTurn(
    `lock ${name}`,
    () =>
      holding(
        db,
        name,
        async (client) => (
          await client.query("select pg_advisory_lock(hashtextextended($1, 0))", [name]),
          true
        ),
        work,
      ) as Promise<T>,
  );
