import { index, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { library } from "./libraries";
import { card } from "./card";
import { version } from "./columns";

export const alias = pgTable(
  "alias",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    ownerId: text().references(() => user.id, { onDelete: "cascade" }),
    text: text().notNull(),
    folded: text().notNull(),
    cardId: uuid()
      .notNull()
      .references(() => card.id),
    version: version(),
  },
  (t) => [
    unique("alias_recalls_one_thing").on(t.libraryId, t.ownerId, t.folded).nullsNotDistinct(),
    index().on(t.cardId),
  ],
);
