import { boolean, index, pgTable, text, uuid } from "drizzle-orm/pg-core";
import type { Ink } from "@/core/library/entities";
import { user } from "./accounts";
import { fractionalIndex, version } from "./columns";
import { library } from "./libraries";

export const favouritesList = pgTable(
  "favourites_list",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    /** Null is the team's. */
    ownerId: text().references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    mark: text().notNull(),
    ink: text().$type<Ink>().notNull().default("verdigris"),
    position: fractionalIndex().notNull(),
    removed: boolean().notNull().default(false),
    version: version(),
  },
  (t) => [index().on(t.libraryId, t.ownerId)],
);
