import { pgTable, text, uuid } from "drizzle-orm/pg-core";
import { now } from "./columns";

export const library = pgTable("library", {
  id: uuid().primaryKey(),
  name: text().notNull(),
  createdAt: now(),
});
