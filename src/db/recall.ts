import { and, eq, isNull, sql } from "drizzle-orm";
import { fold, sortKey } from "@/core/text/fold";
import type { Card, KeyBinding } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { alias, card, effectDefault, keyBinding } from "./schema";

// An index is asked by equality or by being nothing, never by both at once.
const home = (libraryId: string, folderId: string | null, ownerId: string | null) =>
  and(
    eq(card.libraryId, libraryId),
    folderId === null ? isNull(card.folderId) : eq(card.folderId, folderId),
    ownerId === null ? isNull(card.ownerId) : eq(card.ownerId, ownerId),
  );

/**
 * The card in use of that name in a folder (null: unfiled), compared without case and accents, or null; among the private
 * cards of an owner, or (null) among all others.
 */
export async function findCardNamed(
  db: Executor,
  libraryId: string,
  { folderId, ownerId }: { readonly folderId: string | null; readonly ownerId: string | null },
  name: string,
): Promise<Card | null> {
  const rows = await db
    .select()
    .from(card)
    // Names that are the same when they are compared have the same place in the order.
    .where(
      and(
        home(libraryId, folderId, ownerId),
        sql`md5(${card.sortKey}) = md5(${sortKey(name)})`,
        eq(card.withdrawn, false),
      ),
    );
  const namesake = rows.find((row) => fold(row.name) === fold(name));
  return namesake ? fromColumns("card", namesake) : null;
}

/** The names of the cards in use in a folder (null: unfiled), private ones of an owner or (null) all others. */
export async function namesIn(
  db: Executor,
  libraryId: string,
  folderId: string | null,
  ownerId: string | null,
): Promise<string[]> {
  const rows = await db
    .select({ name: card.name })
    .from(card)
    .where(and(home(libraryId, folderId, ownerId), eq(card.withdrawn, false)));
  return rows.map(({ name }) => name);
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

/** What a key of a member's is bound to, on each medium that it is bound on. */
export async function findKeys(
  db: Executor,
  libraryId: string,
  ownerId: string,
  key: string,
): Promise<KeyBinding[]> {
  const rows = await db
    .select()
    .from(keyBinding)
    .where(
      and(eq(keyBinding.libraryId, libraryId), eq(keyBinding.ownerId, ownerId), eq(keyBinding.key, key)),
    );
  return rows.map((row) => fromColumns("keyBinding", row));
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
