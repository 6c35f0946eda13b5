import { and, eq, sql } from "drizzle-orm";
import type { Card, Folder } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { alias, card, favourite, folder, keyBinding } from "./schema";

export async function readFolders(db: Executor, libraryId: string): Promise<Folder[]> {
  return (await db.select().from(folder).where(eq(folder.libraryId, libraryId))).map((row) =>
    fromColumns("folder", row),
  );
}

/** The cards whose home is the folder; null asks for the unfiled ones. */
export async function cardsIn(db: Executor, libraryId: string, folderId: string | null): Promise<Card[]> {
  const home = sql`${card.folderId} is not distinct from ${folderId}`;
  return (
    await db
      .select()
      .from(card)
      .where(and(eq(card.libraryId, libraryId), home))
  ).map((row) => fromColumns("card", row));
}

/** The alias of an owner (null: the team) with that folded text, or null. */
export async function findAlias(db: Executor, libraryId: string, ownerId: string | null, folded: string) {
  const owner = sql`${alias.ownerId} is not distinct from ${ownerId}`;
  const [row] = await db
    .select()
    .from(alias)
    .where(and(eq(alias.libraryId, libraryId), owner, eq(alias.folded, folded)));
  return row ? fromColumns("alias", row) : null;
}

export async function findKey(db: Executor, libraryId: string, ownerId: string, key: string) {
  const [row] = await db
    .select()
    .from(keyBinding)
    .where(
      and(eq(keyBinding.libraryId, libraryId), eq(keyBinding.ownerId, ownerId), eq(keyBinding.key, key)),
    );
  return row ? fromColumns("keyBinding", row) : null;
}

/** A member's favourites in their order. */
export async function readFavourites(db: Executor, libraryId: string, ownerId: string) {
  const rows = await db
    .select()
    .from(favourite)
    .where(and(eq(favourite.libraryId, libraryId), eq(favourite.ownerId, ownerId)))
    .orderBy(favourite.position, favourite.id);
  return rows.map((row) => fromColumns("favourite", row));
}
