import { boolean, index, jsonb, pgTable, text, uuid } from "drizzle-orm/pg-core";
import type { SearchSort } from "@/core/library/entities";
import { user } from "./accounts";
import { fractionalIndex, version } from "./columns";
import { library } from "./libraries";

export const savedSearch = pgTable(
  "saved_search",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    /** Null is the team's. */
    ownerId: text().references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    query: text().notNull(),
    sort: text().$type<SearchSort>().notNull(),
    placed: jsonb().$type<readonly string[]>().notNull().default([]),
    position: fractionalIndex().notNull(),
    removed: boolean().notNull().default(false),
    version: version(),
  },
  (t) => [index("saved_search_of_library").on(t.libraryId, t.ownerId)],
);
