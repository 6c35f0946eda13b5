import { sql } from "drizzle-orm";
import { customType, index, integer, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";
import type { Medium } from "@/core/media";
import { library } from "./libraries";

const bytea = customType<{ data: Buffer }>({ dataType: () => "bytea" });

/** What the contents of a library's cards do, by their fingerprints; see `core/measure/likeness`. Made in the background. */
export const imprint = pgTable(
  "imprint",
  {
    libraryId: uuid()
      .notNull()
      .references(() => library.id, { onDelete: "cascade" }),
    medium: text().$type<Medium>().notNull(),
    fingerprint: text().notNull(),
    /** How it was made; see `imprintForm`. */
    form: integer().notNull(),
    /** Little-endian 16-bit numbers; null where an effect or a file of the chain is not here. */
    figures: bytea(),
  },
  (t) => [
    primaryKey({ columns: [t.libraryId, t.medium, t.fingerprint] }),
    index("imprint_of_content").on(t.libraryId, t.fingerprint),
    // Counted every few seconds.
    index("imprint_failed")
      .on(t.libraryId)
      .where(sql`${t.figures} is null`),
  ],
);
