import type { Database } from "./connection";

/**
 * Does `work` while this process alone holds a named lock; null where another one has it. The lock goes with the
 * connection, so a process that dies holds nothing.
 */
export async function withLock<T>(db: Database, name: string, work: () => Promise<T>): Promise<T | null> {
  const client = await db.$client.connect();
  try {
    const { rows } = await client.query<{ held: boolean }>("select pg_try_advisory_lock(hashtextextended($1, 0)) as held", [name]);
    if (!rows[0].held) return null;
    try {
      return await work();
    } finally {
      await client.query("select pg_advisory_unlock(hashtextextended($1, 0))", [name]).catch(() => undefined);
    }
  } finally {
    client.release();
  }
}

/** Does `work` as soon as this process alone holds a named lock; others wait for it. */
export async function waitForLock<T>(db: Database, name: string, work: () => Promise<T>): Promise<T> {
  const client = await db.$client.connect();
  try {
    await client.query("select pg_advisory_lock(hashtextextended($1, 0))", [name]);
    try {
      return await work();
    } finally {
      await client.query("select pg_advisory_unlock(hashtextextended($1, 0))", [name]).catch(() => undefined);
    }
  } finally {
    client.release();
  }
}
