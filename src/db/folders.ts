import { and, eq, isNull, sql } from "drizzle-orm";
import { fold, sortKey } from "@/core/text/fold";
import type { Card, Folder } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { alias, card, effectDefault, favourite, folder, keyBinding } from "./schema";

export async function readFolders(db: Executor, libraryId: string): Promise<Folder[]> {
  return (await db.select().from(folder).where(eq(folder.libraryId, libraryId))).map((row) =>
    fromColumns("folder", row),
  );
}

/** The folders that lie in one, in their order; null asks for those at the top. */
export async function readChildFolders(
  db: Executor,
  libraryId: string,
  parentId: string | null,
): Promise<Folder[]> {
  const rows = await db
    .select()
    .from(folder)
    .where(
      and(
        eq(folder.libraryId, libraryId),
        parentId === null ? isNull(folder.parentId) : eq(folder.parentId, parentId),
      ),
    )
    .orderBy(folder.position, folder.id);
  return rows.map((row) => fromColumns("folder", row));
}

// An index is asked by equality or by being nothing, never by both at once.
const home = (libraryId: string, folderId: string | null) =>
  and(eq(card.libraryId, libraryId), folderId === null ? isNull(card.folderId) : eq(card.folderId, folderId));

/** The cards whose home is the folder; null asks for the unfiled ones. */
export async function cardsIn(db: Executor, libraryId: string, folderId: string | null): Promise<Card[]> {
  const rows = await db.select().from(card).where(home(libraryId, folderId));
  return rows.map((row) => fromColumns("card", row));
}

/** The card in use of that name in a folder (null: unfiled), compared without case and accents, or null. */
export async function findCardNamed(
  db: Executor,
  libraryId: string,
  folderId: string | null,
  name: string,
): Promise<Card | null> {
  const rows = await db
    .select()
    .from(card)
    // Names that are the same when they are compared have the same place in the order.
    .where(
      and(
        home(libraryId, folderId),
        sql`md5(${card.sortKey}) = md5(${sortKey(name)})`,
        eq(card.withdrawn, false),
      ),
    );
  const namesake = rows.find((row) => fold(row.name) === fold(name));
  return namesake ? fromColumns("card", namesake) : null;
}

/** The alias of an owner (null: the team) with that folded text, or null. */
export async function findAlias(db: Executor, libraryId: string, ownerId: string | null, folded: string) {
  const owner = ownerId === null ? isNull(alias.ownerId) : eq(alias.ownerId, ownerId);
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

export async function findDefault(db: Executor, libraryId: string, ownerId: string, effect: string) {
  const [row] = await db
    .select()
    .from(effectDefault)
    .where(
      and(
        eq(effectDefault.libraryId, libraryId),
        eq(effectDefault.ownerId, ownerId),
        eq(effectDefault.effect, effect),
      ),
    );
  return row ? fromColumns("effectDefault", row) : null;
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
