import { sql } from "drizzle-orm";
import { type AnyPgColumn, index, pgTable, text, uuid } from "drizzle-orm/pg-core";
import type { FolderSign } from "@/core/library/entities";
import type { TargetKind } from "@/core/media";
import { fractionalIndex, version } from "./columns";
import { library } from "./libraries";

export const folder = pgTable(
  "folder",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    parentId: uuid().references((): AnyPgColumn => folder.id),
    name: text().notNull(),
    position: fractionalIndex().notNull(),
    sign: text().$type<FolderSign>().notNull().default(""),
    fits: text()
      .array()
      .$type<TargetKind[]>()
      .notNull()
      .default(sql`'{}'`),
    /** A card; it may be gone by now. */
    pictureOf: uuid(),
    version: version(),
  },
  (t) => [index().on(t.libraryId, t.parentId)],
);
