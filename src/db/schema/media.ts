import { sql } from "drizzle-orm";
import { bigint, boolean, index, jsonb, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { type MediaFacts } from "@/core/library/media";
import { library } from "./libraries";
import { now } from "./columns";

export const media = pgTable(
  "media",
  {
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    /** SHA-256 of the original file. */
    id: text().notNull(),
    name: text().notNull(),
    bytes: bigint({ mode: "number" }).notNull(),
    facts: jsonb().$type<MediaFacts>().notNull(),
    /** It was made here, by rendering in place; nobody brought it in. */
    isRendered: boolean().notNull().default(false),
    addedAt: now(),
  },
  (t) => [
    primaryKey({ columns: [t.libraryId, t.id] }),
    index("media_by_name").on(t.libraryId, sql`lower(${t.name})`),
    index("media_by_sound").on(t.libraryId, sql`(${t.facts}->>'sound')`),
  ],
);
