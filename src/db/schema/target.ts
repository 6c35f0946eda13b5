import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  real,
  text,
  uuid,
} from "drizzle-orm/pg-core";
import { type Origin, type Send } from "@/core/library/entities";
import { type TargetKind } from "@/core/media";
import { type Part } from "@/core/media/part";
import { fractionalIndex, version } from "./columns";
import { library } from "./libraries";
import { benchSession } from "./session";

export const target = pgTable(
  "target",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    sessionId: uuid()
      .notNull()
      .references(() => benchSession.id, { onDelete: "cascade" }),
    kind: text().$type<TargetKind>().notNull(),
    name: text().notNull(),
    /** Null for tracks, buses, returns and outputs, which only pass on what feeds them. */
    mediaId: text(),
    /** What of its material it uses; null is all of it. */
    part: jsonb().$type<Part>(),
    /** What it was before it was rendered in place. */
    origin: jsonb().$type<Origin>(),
    position: fractionalIndex().notNull(),
    /** The target that its sound goes to; null goes straight out. */
    feedsId: uuid(),
    /** Where it begins on the session's timeline, in seconds. */
    at: doublePrecision().notNull().default(0),
    muted: boolean().notNull().default(false),
    soloed: boolean().notNull().default(false),
    sends: jsonb().$type<readonly Send[]>().notNull().default([]),
    chainText: text().notNull(),
    strength: real().notNull().default(100),
    // No reference to the card: a pin outlives a card whose keeping was taken back, and comes alive again with it.
    cardId: uuid(),
    cardVersion: integer(),
    version: version(),
  },
  (t) => [index().on(t.sessionId)],
);
