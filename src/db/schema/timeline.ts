import { jsonb, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import type { JsonRecord } from "@/core/formats/timeline/model";
import type { LaidTrack } from "@/core/library/timeline/items";
import { version } from "./columns";
import { library } from "./libraries";
import { benchSession } from "./session";

export const timeline = pgTable(
  "timeline",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    sessionId: uuid()
      .notNull()
      .references(() => benchSession.id, { onDelete: "cascade" }),
    name: text().notNull(),
    json: jsonb().$type<JsonRecord>().notNull(),
    tracks: jsonb().$type<readonly LaidTrack[]>().notNull(),
    version: version(),
  },
  (t) => [unique().on(t.sessionId)],
);
