import { sql } from "drizzle-orm";
import { check, index, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { library } from "./libraries";
import { card } from "./card";
import { routine } from "./routine";
import { savedSearch } from "./saved-search";
import type { Medium } from "@/core/media";
import { version } from "./columns";

export const keyBinding = pgTable(
  "key_binding",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    ownerId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    key: text().notNull(),
    /** Where it means this alone; null wherever nothing else is meant. */
    medium: text().$type<Medium>(),
    cardId: uuid().references(() => card.id),
    searchId: uuid().references(() => savedSearch.id),
    /** Not held to the folders that there are: one that was removed may come back. */
    folderId: uuid(),
    routineId: uuid().references(() => routine.id),
    version: version(),
  },
  (t) => [
    unique("key_does_one_thing").on(t.libraryId, t.ownerId, t.key, t.medium).nullsNotDistinct(),
    index().on(t.cardId),
    index().on(t.searchId),
    index().on(t.routineId),
    check(
      "key_of_one_thing",
      sql`num_nonnulls(${t.cardId}, ${t.searchId}, ${t.folderId}, ${t.routineId}) = 1`,
    ),
  ],
);
