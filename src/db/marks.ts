import { and, avg, count, eq, isNull, sql } from "drizzle-orm";
import type { EntityRows, FavouritesList } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { favourite, favouritesList, hiding, rating } from "./schema";

/** The favourites lists in use of an owner (null: the team), in their order. */
export async function readLists(
  db: Executor,
  libraryId: string,
  ownerId: string | null,
): Promise<FavouritesList[]> {
  const rows = await db
    .select()
    .from(favouritesList)
    .where(
      and(
        eq(favouritesList.libraryId, libraryId),
        ownerId === null ? isNull(favouritesList.ownerId) : eq(favouritesList.ownerId, ownerId),
        eq(favouritesList.removed, false),
      ),
    )
    .orderBy(favouritesList.position, favouritesList.id);
  return rows.map((row) => fromColumns("favouritesList", row));
}

/** What is on a favourites list, in its order. */
export async function readMarked(db: Executor, listId: string): Promise<EntityRows["favourite"][]> {
  const rows = await db
    .select()
    .from(favourite)
    .where(eq(favourite.listId, listId))
    .orderBy(favourite.position, favourite.id);
  return rows.map((row) => fromColumns("favourite", row));
}

const among = (ids: readonly string[]) => sql`any(${sql.param([...ids])}::uuid[])`;

/** A member's ratings of some cards. */
export async function readRatings(
  db: Executor,
  libraryId: string,
  ownerId: string,
  cardIds: readonly string[],
): Promise<EntityRows["rating"][]> {
  const rows = await db
    .select()
    .from(rating)
    .where(
      and(
        eq(rating.libraryId, libraryId),
        eq(rating.ownerId, ownerId),
        sql`${rating.cardId} = ${among(cardIds)}`,
      ),
    );
  return rows.map((row) => fromColumns("rating", row));
}

/** What all members think of a card: the mean of their stars, a rejection as none, and how many have said something. */
export async function meanRating(
  db: Executor,
  libraryId: string,
  cardId: string,
): Promise<{ readonly mean: number | null; readonly count: number }> {
  const [row] = await db
    .select({ mean: avg(sql`greatest(${rating.stars}, 0)`), count: count() })
    .from(rating)
    .where(and(eq(rating.libraryId, libraryId), eq(rating.cardId, cardId)));
  return { mean: row.mean === null ? null : Number(row.mean), count: row.count };
}

/** All that a member has hidden. */
export async function readHidings(
  db: Executor,
  libraryId: string,
  ownerId: string,
): Promise<EntityRows["hiding"][]> {
  const rows = await db
    .select()
    .from(hiding)
    .where(and(eq(hiding.libraryId, libraryId), eq(hiding.ownerId, ownerId)));
  return rows.map((row) => fromColumns("hiding", row));
}
