import { and, eq, isNull, or, sql } from "drizzle-orm";
import type { Card, EntityRows } from "@/core/library/entities";
import { deepestFolder } from "@/core/text/names";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { card, folder, tag } from "./schema";

/** The kinds of rows that are trees. */
export type BranchEntity = "folder" | "tag";
const tables = { folder, tag } as const;
// Both have what is asked for here.
const tableOf = (entity: BranchEntity) => tables[entity] as typeof tag;

/** All rows of a tree. */
export async function readBranches<E extends BranchEntity>(
  db: Executor,
  entity: E,
  libraryId: string,
): Promise<EntityRows[E][]> {
  const table = tableOf(entity);
  const rows = await db.select().from(table).where(eq(table.libraryId, libraryId));
  return rows.map((row) => fromColumns(entity, row));
}

/** The rows that lie in one, in their order; null asks for those at the top. */
export async function readChildren<E extends BranchEntity>(
  db: Executor,
  entity: E,
  libraryId: string,
  parentId: string | null,
): Promise<EntityRows[E][]> {
  const table = tableOf(entity);
  const rows = await db
    .select()
    .from(table)
    .where(
      and(
        eq(table.libraryId, libraryId),
        parentId === null ? isNull(table.parentId) : eq(table.parentId, parentId),
      ),
    )
    .orderBy(table.position, table.id);
  return rows.map((row) => fromColumns(entity, row));
}

/** The names from the top of a tree down to a row of it; none where that is null. */
export async function namesDownTo(
  db: Executor,
  entity: BranchEntity,
  libraryId: string,
  id: string | null,
): Promise<string[]> {
  if (id === null) return [];
  const table = tableOf(entity);
  const { rows } = await db.execute<{ name: string }>(sql`
    with recursive above (id, parent_id, name, steps) as (
      select id, parent_id, name, 0 from ${table} where library_id = ${libraryId} and id = ${id}
      union all
      select f.id, f.parent_id, f.name, above.steps + 1
      from ${table} f join above on f.id = above.parent_id
      where above.steps < ${2 * deepestFolder}
    )
    select name from above order by steps desc`);
  return rows.map((row) => row.name);
}

/** The cards that lie in one of some folders, at home or also, or that have one of some tags. */
export async function cardsHolding(
  db: Executor,
  entity: BranchEntity,
  libraryId: string,
  ids: readonly string[],
): Promise<Card[]> {
  if (ids.length === 0) return [];
  const among = sql`${sql.param([...ids])}::uuid[]`;
  const holds =
    entity === "tag"
      ? sql`${card.tagIds} && ${among}`
      : or(sql`${card.folderId} = any(${among})`, sql`${card.alsoIn} && ${among}`);
  const rows = await db
    .select()
    .from(card)
    .where(and(eq(card.libraryId, libraryId), isNull(card.ownerId), holds));
  return rows.map((row) => fromColumns("card", row));
}
