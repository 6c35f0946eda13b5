import type { Executor } from "./connection";
import { media } from "./schema";

/** Notes that a library has a medium; one that it has already keeps its name. */
export async function noteMedia(db: Executor, row: Pick<typeof media.$inferInsert, "libraryId" | "id" | "name" | "bytes" | "facts">): Promise<void> {
  await db.insert(media).values(row).onConflictDoNothing();
}
