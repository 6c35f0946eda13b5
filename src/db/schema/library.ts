import { sql } from "drizzle-orm";
import {
  type AnyPgColumn, bigint, bigserial, boolean, check, doublePrecision, index, integer, jsonb, pgTable, primaryKey, real, text, timestamp, unique, uuid,
} from "drizzle-orm/pg-core";
import { cardLayers, type CardLayer, type Send, type TargetKind } from "@/core/library/entities";
import type { Proof } from "@/core/library/proof";
import type { RenderItem, RenderState } from "@/core/library/renders";
import type { RowChange } from "@/core/library/change";
import type { MediaFacts, MemberSettings } from "@/core/library/media";
import type { KeyScope, Role } from "@/core/library/roles";
import type { Medium } from "@/core/effects/define";
import { user } from "./accounts";
import { fractionalIndex } from "./columns";

const now = () => timestamp({ withTimezone: true }).notNull().defaultNow();
const version = () => integer().notNull().default(1);

export const library = pgTable("library", {
  id: uuid().primaryKey(),
  name: text().notNull(),
  createdAt: now(),
});

export const member = pgTable(
  "member",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    userId: text().notNull().references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    role: text().$type<Role>().notNull(),
    /** How the interface behaves for them; no part of what changes travel with. */
    settings: jsonb().$type<MemberSettings>().notNull().default({}),
    removed: boolean().notNull().default(false),
    version: version(),
  },
  (t) => [unique("member_once").on(t.libraryId, t.userId), index().on(t.userId)],
);

/** A link that lets whoever has it join, once. Only its hash is kept. */
export const invitation = pgTable(
  "invitation",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    role: text().$type<Role>().notNull(),
    tokenHash: text().notNull().unique(),
    madeBy: text().notNull().references(() => user.id, { onDelete: "cascade" }),
    madeAt: now(),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
    usedAt: timestamp({ withTimezone: true }),
    revokedAt: timestamp({ withTimezone: true }),
  },
  (t) => [index().on(t.libraryId)],
);

/** A member's key for scripts. Only its hash is kept. */
export const scriptKey = pgTable(
  "script_key",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    userId: text().notNull().references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    scope: text().$type<KeyScope>().notNull(),
    tokenHash: text().notNull().unique(),
    madeAt: now(),
    expiresAt: timestamp({ withTimezone: true }).notNull().default(sql`now() + interval '90 days'`),
    usedAt: timestamp({ withTimezone: true }),
    revokedAt: timestamp({ withTimezone: true }),
  },
  (t) => [index().on(t.libraryId, t.userId)],
);

export const benchSession = pgTable("bench_session", {
  id: uuid().primaryKey(),
  libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
  name: text().notNull(),
  medium: text().$type<Medium>().notNull(),
  position: fractionalIndex().notNull(),
  /** Out of use; it can be brought back. */
  removed: boolean().notNull().default(false),
  version: version(),
});

/** A line of revisions: the library's own, one for what belongs to a member, one for each bench session. */
export const stream = pgTable(
  "stream",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
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
    streamId: uuid().notNull().references(() => stream.id, { onDelete: "cascade" }),
    revision: integer().notNull(),
    /** Order over all streams, for taking back the latest of several. */
    sequence: bigserial({ mode: "number" }).notNull(),
    /** Made by the client, so that a request repeated after a lost answer is carried out once. */
    requestId: uuid().notNull().unique(),
    command: text().notNull(),
    summary: text().notNull(),
    actorId: text().notNull().references(() => user.id),
    at: now(),
    forward: jsonb().$type<RowChange[]>().notNull(),
    backward: jsonb().$type<RowChange[]>().notNull(),
    result: jsonb().notNull(),
    direction: text().$type<"do" | "undo" | "redo" | "stamp">().notNull().default("do"),
    takesBack: integer(),
    takenBack: boolean().notNull().default(false),
  },
  (t) => [primaryKey({ columns: [t.streamId, t.revision] }), index().on(t.streamId, t.actorId, t.sequence.desc())],
);

export const folder = pgTable(
  "folder",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    parentId: uuid().references((): AnyPgColumn => folder.id),
    name: text().notNull(),
    position: fractionalIndex().notNull(),
    version: version(),
  },
  (t) => [index().on(t.libraryId, t.parentId)],
);

export const card = pgTable(
  "card",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    layer: text().$type<CardLayer>().notNull(),
    name: text().notNull(),
    sortKey: text().notNull(),
    medium: text().$type<Medium>().notNull(),
    fits: text().array().$type<TargetKind[]>().notNull(),
    folderId: uuid().references(() => folder.id),
    note: text().notNull().default(""),
    contentVersion: integer().notNull(),
    fingerprint: text().notNull(),
    /** The canonical text of the current chain. */
    chainText: text().notNull(),
    authorId: text().references(() => user.id),
    addedAt: now(),
    withdrawn: boolean().notNull().default(false),
    /** What came of rebuilding the current content from here on untouched material. */
    proof: jsonb().$type<Proof>(),
    version: version(),
  },
  (t) => [
    index().on(t.libraryId, t.folderId),
    check("card_layer", sql`${t.layer} in (${sql.raw(cardLayers.map((l) => `'${l}'`).join(", "))})`),
  ],
);

/** Immutable contents; what is applied to a target names one of these. */
export const cardVersion = pgTable(
  "card_version",
  {
    cardId: uuid().notNull(),
    number: integer().notNull(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    fingerprint: text().notNull(),
    chainText: text().notNull(),
    authorId: text().references(() => user.id),
    at: now(),
  },
  (t) => [primaryKey({ columns: [t.cardId, t.number] })],
);

export const alias = pgTable(
  "alias",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    ownerId: text().references(() => user.id, { onDelete: "cascade" }),
    text: text().notNull(),
    folded: text().notNull(),
    cardId: uuid().notNull().references(() => card.id),
    version: version(),
  },
  (t) => [unique("alias_recalls_one_thing").on(t.libraryId, t.ownerId, t.folded).nullsNotDistinct(), index().on(t.cardId)],
);

export const favourite = pgTable(
  "favourite",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    ownerId: text().notNull().references(() => user.id, { onDelete: "cascade" }),
    cardId: uuid().notNull().references(() => card.id),
    position: fractionalIndex().notNull(),
    version: version(),
  },
  (t) => [unique("favourite_once").on(t.libraryId, t.ownerId, t.cardId), index().on(t.cardId)],
);

export const keyBinding = pgTable(
  "key_binding",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    ownerId: text().notNull().references(() => user.id, { onDelete: "cascade" }),
    key: text().notNull(),
    cardId: uuid().notNull().references(() => card.id),
    version: version(),
  },
  (t) => [unique("key_does_one_thing").on(t.libraryId, t.ownerId, t.key), index().on(t.cardId)],
);

export const media = pgTable(
  "media",
  {
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    /** SHA-256 of the original file. */
    id: text().notNull(),
    name: text().notNull(),
    bytes: bigint({ mode: "number" }).notNull(),
    facts: jsonb().$type<MediaFacts>().notNull(),
    addedAt: now(),
  },
  (t) => [primaryKey({ columns: [t.libraryId, t.id] })],
);

export const target = pgTable(
  "target",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    sessionId: uuid().notNull().references(() => benchSession.id, { onDelete: "cascade" }),
    kind: text().$type<TargetKind>().notNull(),
    name: text().notNull(),
    /** Null for tracks, buses, returns and outputs, which only pass on what feeds them. */
    mediaId: text(),
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

/** A rendering asked for by a member: a snapshot of what was asked, and how far it is. */
export const render = pgTable(
  "render",
  {
    id: uuid().primaryKey(),
    libraryId: uuid().notNull().references(() => library.id, { onDelete: "cascade" }),
    memberId: text().notNull().references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    format: text().notNull(),
    items: jsonb().$type<readonly RenderItem[]>().notNull(),
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
