import { boolean, pgTable, text, uuid } from "drizzle-orm/pg-core";
import { fractionalIndex, version } from "./columns";
import { library } from "./libraries";

export const benchSession = pgTable("bench_session", {
  id: uuid().primaryKey(),
  libraryId: uuid()
    .notNull()
    .references(() => library.id, { onDelete: "cascade" }),
  name: text().notNull(),
  position: fractionalIndex().notNull(),
  /** Out of use; it can be brought back. */
  removed: boolean().notNull().default(false),
  version: version(),
});
