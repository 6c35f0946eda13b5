import type { EffectSetting } from "@/core/chain/model";
import { sql } from "drizzle-orm";
import { check, index, jsonb, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import { user } from "./accounts";
import { version } from "./columns";
import { library } from "./libraries";
import { card } from "./card";

export const effectDefault = pgTable(
  "effect_default",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    ownerId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    effect: text().notNull(),
    cardId: uuid().references(() => card.id),
    setting: jsonb().$type<EffectSetting>(),
    version: version(),
  },
  (t) => [
    unique("one_default_an_effect").on(t.libraryId, t.ownerId, t.effect),
    index().on(t.cardId),
    check("one_beginning", sql`(${t.cardId} is null) <> (${t.setting} is null)`),
  ],
);
