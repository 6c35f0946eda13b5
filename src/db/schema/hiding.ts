import { index, pgTable, text, uuid } from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { card } from "./card";
import { version } from "./columns";
import { library } from "./libraries";

export const hiding = pgTable(
  "hiding",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    ownerId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    cardId: uuid().references(() => card.id),
    /** Folders and tags may be gone; then it hides nothing. */
    folderId: uuid(),
    tagId: uuid(),
    effect: text(),
    maker: text(),
    version: version(),
  },
  (t) => [index().on(t.libraryId, t.ownerId), index().on(t.cardId)],
);
