import { boolean, index, jsonb, pgTable, text, uuid } from "drizzle-orm/pg-core";
import type { Step } from "@/core/library/steps";
import { fractionalIndex, version } from "./columns";
import { library } from "./libraries";

export const routine = pgTable(
  "routine",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    name: text().notNull(),
    steps: jsonb().$type<readonly Step[]>().notNull(),
    position: fractionalIndex().notNull(),
    removed: boolean().notNull().default(false),
    version: version(),
  },
  (t) => [index("routine_of_library").on(t.libraryId)],
);
