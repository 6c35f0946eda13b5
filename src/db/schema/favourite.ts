import { index, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { fractionalIndex, version } from "./columns";
import { favouritesList } from "./favourites-list";
import { library } from "./libraries";
import { card } from "./card";

export const favourite = pgTable(
  "favourite",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    /** As its list's. */
    ownerId: text().references(() => user.id, { onDelete: "cascade" }),
    listId: uuid()
      .notNull()
      .references(() => favouritesList.id, { onDelete: "cascade" }),
    cardId: uuid()
      .notNull()
      .references(() => card.id),
    position: fractionalIndex().notNull(),
    version: version(),
  },
  (t) => [
    unique("favourite_once").on(t.listId, t.cardId),
    index().on(t.cardId),
    index().on(t.libraryId, t.ownerId),
  ],
);
