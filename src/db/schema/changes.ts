import { sql } from "drizzle-orm";
import {
  bigserial,
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from "drizzle-orm/pg-core";
import { type RowChange } from "@/core/library/change";
import { user } from "./accounts";
import { library } from "./libraries";
import { benchSession } from "./session";
import { now } from "./columns";

/** A line of revisions: the library's own, one for what belongs to a member, one for each bench session. */
export const stream = pgTable(
  "stream",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    memberId: text().references(() => user.id, { onDelete: "cascade" }),
    sessionId: uuid().references(() => benchSession.id, { onDelete: "cascade" }),
    revision: integer().notNull().default(0),
  },
  (t) => [
    unique().on(t.libraryId, t.memberId, t.sessionId).nullsNotDistinct(),
    check("stream_of_one_kind", sql`${t.memberId} is null or ${t.sessionId} is null`),
  ],
);

export const change = pgTable(
  "change",
  {
    streamId: uuid()
      .notNull()
      .references(() => stream.id, { onDelete: "cascade" }),
    revision: integer().notNull(),
    /** Order over all streams, for taking back the latest of several. */
    sequence: bigserial({ mode: "number" }).notNull(),
    /** Made by the client, so that a request repeated after a lost answer is carried out once. */
    requestId: uuid().notNull().unique(),
    command: text().notNull(),
    summary: text().notNull(),
    actorId: text()
      .notNull()
      .references(() => user.id),
    at: now(),
    forward: jsonb().$type<RowChange[]>().notNull(),
    backward: jsonb().$type<RowChange[]>().notNull(),
    result: jsonb().notNull(),
    direction: text().$type<"do" | "undo" | "redo" | "stamp">().notNull().default("do"),
    takesBack: integer(),
    takenBack: boolean().notNull().default(false),
    /** What it is about; see `touchedBy`. */
    touches: uuid()
      .array()
      .notNull()
      .default(sql`'{}'`),
  },
  (t) => [
    primaryKey({ columns: [t.streamId, t.revision] }),
    // Read backwards; one that is kept the other way round puts nothings at the other end than a query asks for.
    index("change_by_actor").on(t.streamId, t.actorId, t.sequence),
    index("change_that_stands")
      .on(t.streamId, t.actorId, t.sequence)
      .where(sql`${t.takenBack} = false`),
    index("change_in_order").on(t.streamId, t.sequence),
    // The history of one card, folder or tag.
    index("change_touches").using("gin", t.touches),
  ],
);
