import { bigint, index, jsonb, pgTable, real, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { type Aftermath, type Outcome, type RenderItem, type RenderState } from "@/core/library/renders";
import { user } from "./accounts";
import { library } from "./libraries";
import { now } from "./columns";

/** A rendering asked for by a member: a snapshot of what was asked, and how far it is. */
export const render = pgTable(
  "render",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    memberId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    format: text().notNull(),
    items: jsonb().$type<readonly RenderItem[]>().notNull(),
    /** What is done to a session once all is rendered, and what came of that; null where files are wanted. */
    aftermath: jsonb().$type<Aftermath>(),
    outcome: jsonb().$type<Outcome>(),
    state: text().$type<RenderState>().notNull().default("waiting"),
    /** 0…1. */
    progress: real().notNull().default(0),
    problem: text(),
    /** What is to know of the result, in words. */
    notes: jsonb().$type<readonly string[]>().notNull().default([]),
    fileName: text(),
    bytes: bigint({ mode: "number" }),
    askedAt: now(),
    endedAt: timestamp({ withTimezone: true }),
  },
  (t) => [index().on(t.libraryId, t.memberId, t.askedAt.desc()), index().on(t.state)],
);
