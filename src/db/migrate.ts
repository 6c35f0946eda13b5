import { migrate } from "drizzle-orm/node-postgres/migrator";
import type { Database } from "./connection";
import { waitForLock } from "./locks";

/** Brings the tables of a database up to date; of several that begin at once, one does it and the others wait. */
export const bringUpToDate = (db: Database, migrationsFolder: string): Promise<void> =>
  waitForLock(db, "migrations", () => migrate(db, { migrationsFolder }));
