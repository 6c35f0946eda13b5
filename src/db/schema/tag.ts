import { type AnyPgColumn, index, pgTable, text, uuid } from "drizzle-orm/pg-core";
import { fractionalIndex, version } from "./columns";
import { library } from "./libraries";

export const tag = pgTable(
  "tag",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    parentId: uuid().references((): AnyPgColumn => tag.id),
    name: text().notNull(),
    position: fractionalIndex().notNull(),
    version: version(),
  },
  (t) => [index().on(t.libraryId, t.parentId)],
);
