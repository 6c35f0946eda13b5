import { boolean, index, jsonb, pgTable, text, unique, uuid } from "drizzle-orm/pg-core";
import { type MemberSettings } from "@/core/library/media";
import { type Role } from "@/core/library/roles";
import { user } from "./accounts";
import { library } from "./libraries";
import { version } from "./columns";

export const member = pgTable(
  "member",
  {
    id: uuid().primaryKey(),
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    userId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    name: text().notNull(),
    role: text().$type<Role>().notNull(),
    /** How the interface behaves for them; no part of what changes travel with. */
    settings: jsonb().$type<MemberSettings>().notNull().default({}),
    removed: boolean().notNull().default(false),
    version: version(),
  },
  (t) => [unique("member_once").on(t.libraryId, t.userId), index().on(t.userId)],
);
