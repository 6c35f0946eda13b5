import { and, asc, eq } from "drizzle-orm";
import { folderNames } from "@/core/library/folders";
import type { Card, Folder } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns, readRow } from "./entities";
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
  const rows = await db.select().from(folder).where(eq(folder.libraryId, libraryId));
  return folderNames(
    new Map(rows.map((row): [string, Folder] => [row.id, fromColumns("folder", row)])),
    folderId,
  );
}
