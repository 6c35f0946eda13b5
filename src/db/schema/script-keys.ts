import { sql } from "drizzle-orm";
import { index, pgTable, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { type KeyScope } from "@/core/library/roles";
import { user } from "./accounts";
import { library } from "./libraries";
import { now } from "./columns";

/** A member's key for scripts. Only its hash is kept. */
export const scriptKey = pgTable(
  "script_key",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    userId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    scope: text().$type<KeyScope>().notNull(),
    tokenHash: text().notNull().unique(),
    madeAt: now(),
    expiresAt: timestamp({ withTimezone: true })
      .notNull()
      .default(sql`now() + interval '90 days'`),
    usedAt: timestamp({ withTimezone: true }),
    revokedAt: timestamp({ withTimezone: true }),
  },
  (t) => [index().on(t.libraryId, t.userId)],
);
