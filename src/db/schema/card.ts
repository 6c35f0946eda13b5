import { sql } from "drizzle-orm";
import { boolean, check, index, integer, jsonb, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import { cardLayers, type CardLayer } from "@/core/library/entities";
import { type TargetKind, type Medium } from "@/core/media";
import { type Proof } from "@/core/library/proof";
import { user } from "./accounts";
import { library } from "./libraries";
import { folder } from "./folder";
import { now, version } from "./columns";

export const card = pgTable(
  "card",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    layer: text().$type<CardLayer>().notNull(),
    /** Whose private card it is; nobody else is told of it. */
    ownerId: text().references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    sortKey: text().notNull(),
    medium: text().$type<Medium>().notNull(),
    fits: text().array().$type<TargetKind[]>().notNull(),
    folderId: uuid().references(() => folder.id),
    alsoIn: uuid()
      .array()
      .notNull()
      .default(sql`'{}'`),
    tagIds: uuid()
      .array()
      .notNull()
      .default(sql`'{}'`),
    note: text().notNull().default(""),
    maker: text().notNull().default(""),
    /** What it is made for, as `sayFormat` writes it; empty for anything. */
    madeFor: text().notNull().default(""),
    /** The material its content was kept on; it may be gone by now. */
    keptOn: text(),
    /** Shared by the cards that are variants of each other. */
    groupId: uuid(),
    contentVersion: integer().notNull(),
    fingerprint: text().notNull(),
    /** The canonical text of the current chain. */
    chainText: text().notNull(),
    /** The effects of the current chain, in their order. */
    effects: text()
      .array()
      .notNull()
      .default(sql`'{}'`),
    authorId: text().references(() => user.id),
    addedAt: now(),
    changedAt: now(),
    withdrawn: boolean().notNull().default(false),
    /** What came of rebuilding the current content from here on untouched material. */
    proof: jsonb().$type<Proof>(),
    version: version(),
  },
  (t) => [
    // A library is read in the order of its ids.
    index("card_of_library").on(t.libraryId, t.id),
    // The sum of a name: some scripts make keys that are longer than an index takes.
    index("card_place_and_name").on(t.libraryId, t.folderId, sql`md5(${t.sortKey})`),
    index("card_of_group")
      .on(t.libraryId, t.groupId)
      .where(sql`${t.groupId} is not null`),
    // Which cards have some tag or are also filed in some folder.
    index("card_tags").using("gin", t.tagIds),
    index("card_also_in").using("gin", t.alsoIn),
    // Few have an owner.
    index("card_of_owner")
      .on(t.libraryId, t.ownerId)
      .where(sql`${t.ownerId} is not null`),
    check("card_owner", sql`(${t.ownerId} is not null) = (${t.layer} = 'private')`),
    // A private card lies nowhere in what the team keeps in order.
    check(
      "private_card_alone",
      sql`${t.ownerId} is null or (${t.folderId} is null and ${t.groupId} is null and ${t.alsoIn} = '{}' and ${t.tagIds} = '{}')`,
    ),
    check("card_layer", sql`${t.layer} in (${sql.raw(cardLayers.map((l) => `'${l}'`).join(", "))})`),
  ],
);

/** Immutable contents; what is applied to a target names one of these. */
export const cardVersion = pgTable(
  "card_version",
  {
    cardId: uuid().notNull(),
    number: integer().notNull(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    fingerprint: text().notNull(),
    chainText: text().notNull(),
    authorId: text().references(() => user.id),
    /** Whose private card's content it is. */
    ownerId: text().references(() => user.id, { onDelete: "cascade" }),
    at: now(),
  },
  (t) => [
    primaryKey({ columns: [t.cardId, t.number] }),
    // Contents are asked for by what they hold.
    index("card_content").on(t.libraryId, t.fingerprint),
  ],
);
