import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import pg from "pg";
import * as schema from "./schema";

export type Database = NodePgDatabase<typeof schema> & { $client: pg.Pool };
/** A transaction, or the database itself where a single statement is enough. */
export type Executor = Pick<Database, "select" | "insert" | "update" | "delete" | "execute">;

/** Connections of a process: most of them read; changes wait for their library's turn without holding one. */
const connections = { reading: 8, changing: 4 } as const;

/**
 * A pool of at most `max` connections to the database at `url`. Connections that die while idle are dropped and replaced; the
 * request that meets a dead server fails and says so.
 */
export function connect(url: string, max = 10): Database {
  const pool = new pg.Pool({ connectionString: url, max, connectionTimeoutMillis: 5000 });
  // Without a listener, a server that goes away would take the whole process with it.
  pool.on("error", () => undefined);
  // The same for connections in use, such as one that holds a lock; whoever uses it hears of it by the next query.
  pool.on("connect", (client) => client.on("error", () => undefined));
  return drizzle(pool, { schema, casing: "snake_case" });
}

// Bundles may load this more than once; a process has one pool of each kind.
const shared = globalThis as { fichierReading?: Database; fichierChanging?: Database };

/** Where the application's database is. Throws where `DATABASE_URL` is not set. */
export function databaseUrl(): string {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error("DATABASE_URL is not set; start the application with bin/start");
  return url;
}

/** The application's database, from `DATABASE_URL`, for all but changes to a library. Throws where that is not set. */
export const database = (): Database =>
  (shared.fichierReading ??= connect(databaseUrl(), connections.reading));

/** The same, by connections that only changes to libraries take, so that reading goes on however long those take. */
export const changingDatabase = (): Database =>
  (shared.fichierChanging ??= connect(databaseUrl(), connections.changing));

/** Reads several things as they were at one moment. */
export const atOneMoment = <Result>(read: (tx: Executor) => Promise<Result>): Promise<Result> =>
  database().transaction(read, { isolationLevel: "repeatable read", accessMode: "read only" });
