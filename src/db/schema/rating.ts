import { index, integer, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { card } from "./card";
import { version } from "./columns";
import { library } from "./libraries";

export const rating = pgTable(
  "rating",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    ownerId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    cardId: uuid()
      .notNull()
      .references(() => card.id),
    stars: integer().notNull(),
    version: version(),
  },
  (t) => [unique("rating_once").on(t.libraryId, t.ownerId, t.cardId), index().on(t.cardId)],
);
