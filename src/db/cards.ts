import { and, asc, eq, sql } from "drizzle-orm";
import { deepestFolder } from "@/core/text/names";
import type { Card } from "@/core/library/entities";
import type { Executor } from "./connection";
import { readRow } from "./entities";
import { cardVersion, folder } from "./schema";

export const readCard = (db: Executor, libraryId: string, id: string): Promise<Card | null> =>
  readRow(db, "card", libraryId, id);

/** The versions of a card that are there, the oldest first. */
export const readVersions = (db: Executor, libraryId: string, cardId: string) =>
  db
    .select()
    .from(cardVersion)
    .where(and(eq(cardVersion.libraryId, libraryId), eq(cardVersion.cardId, cardId)))
    .orderBy(asc(cardVersion.number));

/** Names of the folders in which something lies, from the top. */
export async function folderPathOf(
  db: Executor,
  libraryId: string,
  folderId: string | null,
): Promise<string[]> {
  if (folderId === null) return [];
  const { rows } = await db.execute<{ name: string }>(sql`
    with recursive above (id, parent_id, name, steps) as (
      select id, parent_id, name, 0 from ${folder} where library_id = ${libraryId} and id = ${folderId}
      union all
      select f.id, f.parent_id, f.name, above.steps + 1
      from ${folder} f join above on f.id = above.parent_id
      where above.steps < ${2 * deepestFolder}
    )
    select name from above order by steps desc`);
  return rows.map((row) => row.name);
}
