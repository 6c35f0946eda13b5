import { index, pgTable, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { type Role } from "@/core/library/roles";
import { user } from "./accounts";
import { library } from "./libraries";
import { now } from "./columns";

/** A link that lets whoever has it join, once. Only its hash is kept. */
export const invitation = pgTable(
  "invitation",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    role: text().$type<Role>().notNull(),
    tokenHash: text().notNull().unique(),
    madeBy: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    madeAt: now(),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
    usedAt: timestamp({ withTimezone: true }),
    revokedAt: timestamp({ withTimezone: true }),
  },
  (t) => [index().on(t.libraryId)],
);
