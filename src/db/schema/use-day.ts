import { date, integer, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { library } from "./libraries";

/** How often a member applied cards on a day, and what it took; see `core/library/use`. */
export const useDay = pgTable(
  "use_day",
  {
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    memberId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    /** In UTC. */
    day: date({ mode: "string" }).notNull(),
    uses: integer().notNull(),
    /** Those of which it is known how many keys they took. */
    counted: integer().notNull(),
    /** Keys that those took in all, and that browsing would have taken. */
    keys: integer().notNull(),
    browsing: integer().notNull(),
  },
  (t) => [primaryKey({ columns: [t.libraryId, t.day, t.memberId] })],
);
