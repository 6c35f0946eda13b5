import {
  doublePrecision,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { card } from "./card";
import { library } from "./libraries";

/** How much a member uses a card on a kind of target; see `core/library/habit`. */
export const habit = pgTable(
  "habit",
  {
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    memberId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    cardId: uuid()
      .notNull()
      .references(() => card.id, { onDelete: "cascade" }),
    kind: text().notNull(),
    uses: integer().notNull(),
    lastAt: timestamp({ withTimezone: true }).notNull(),
    score: doublePrecision().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.libraryId, t.memberId, t.cardId, t.kind] }),
    index("habit_of_card").on(t.cardId),
    // Which cards were applied lately.
    index("habit_lately").on(t.libraryId, t.lastAt),
  ],
);
