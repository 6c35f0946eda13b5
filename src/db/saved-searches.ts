import { and, eq, isNull } from "drizzle-orm";
import type { SavedSearch } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { savedSearch } from "./schema";

/** The saved searches in use of an owner (null: the team), in their order. */
export async function readSearches(
  db: Executor,
  libraryId: string,
  ownerId: string | null,
): Promise<SavedSearch[]> {
  const owner = ownerId === null ? isNull(savedSearch.ownerId) : eq(savedSearch.ownerId, ownerId);
  const rows = await db
    .select()
    .from(savedSearch)
    .where(and(eq(savedSearch.libraryId, libraryId), owner, eq(savedSearch.removed, false)))
    .orderBy(savedSearch.position, savedSearch.id);
  return rows.map((row) => fromColumns("savedSearch", row));
}
