import { customType } from "drizzle-orm/pg-core";

/** A fractional index: compared byte by byte, whatever the database's own collation. */
export const fractionalIndex = customType<{ data: string }>({ dataType: () => 'text COLLATE "C"' });
