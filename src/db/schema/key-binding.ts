import { index, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { library } from "./libraries";
import { card } from "./card";
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
    cardId: uuid()
      .notNull()
      .references(() => card.id),
    version: version(),
  },
  (t) => [unique("key_does_one_thing").on(t.libraryId, t.ownerId, t.key), index().on(t.cardId)],
);
