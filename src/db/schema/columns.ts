import { customType, integer, timestamp } from "drizzle-orm/pg-core";

/** A fractional index: compared byte by byte, whatever the database's own collation. */
export const fractionalIndex = customType<{ data: string }>({ dataType: () => 'text COLLATE "C"' });

export const now = () => timestamp({ withTimezone: true }).notNull().defaultNow();
/** Grows with every change of a row. */
export const version = () => integer().notNull().default(1);
