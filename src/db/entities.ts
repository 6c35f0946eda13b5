import { and, eq, isNull, or, type InferInsertModel } from "drizzle-orm";
import { chainText } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { entities, type Entity, type EntityRows, type LibraryEntity } from "@/core/library/entities";
import { fold, sortKey } from "@/core/text/fold";
import type { Executor } from "./connection";
import * as schema from "./schema";

/** Of each kind of row the table of its name; a session's is called otherwise, since signing in has sessions too. */
const tables = { ...schema, session: schema.benchSession } satisfies Record<Entity, unknown>;

/** Columns that follow from others and are kept by the database alone. */
const derived: { [E in Entity]?: (row: Partial<EntityRows[E]>) => Record<string, unknown> } = {
  card: ({ name, chain }) => ({
    ...(name !== undefined && { sortKey: sortKey(name) }),
    ...(chain !== undefined && { chainText: chainText(chain) }),
  }),
  alias: ({ text }) => (text === undefined ? {} : { folded: fold(text) }),
  target: ({ chain }) => (chain === undefined ? {} : { chainText: chainText(chain) }),
};

function toColumns<E extends Entity>(entity: E, row: Partial<EntityRows[E]>): Record<string, unknown> {
  const { chain: _, addedAt, ...plain } = row as Record<string, unknown>;
  return {
    ...plain,
    ...(addedAt !== undefined && { addedAt: new Date(addedAt as string) }),
    ...derived[entity]?.(row),
  };
}

/** A row as clients see it from a row as it is stored. */
export function fromColumns<E extends Entity>(_entity: E, columns: Record<string, unknown>): EntityRows[E] {
  const { libraryId: _l, sortKey: _s, folded: _f, settings: _o, chainText: text, addedAt, ...row } = columns;
  if (text !== undefined) row.chain = JSON.parse(text as string) as Chain;
  if (addedAt !== undefined) row.addedAt = (addedAt as Date).toISOString();
  return row as unknown as EntityRows[E];
}

// Drizzle's types follow one table; the tables share only what is used here.
const anyTable = (entity: Entity) => tables[entity] as typeof schema.folder;

export async function readRow<E extends Entity>(
  db: Executor,
  entity: E,
  libraryId: string,
  id: string,
): Promise<EntityRows[E] | null> {
  const table = anyTable(entity);
  const [found] = await db.select().from(table).where(eq(table.id, id));
  return found && found.libraryId === libraryId ? fromColumns(entity, found) : null;
}

/** The rows of a kind that a member may see. */
export async function readRows(
  db: Executor,
  entity: LibraryEntity,
  libraryId: string,
  userId: string,
): Promise<EntityRows[LibraryEntity][]> {
  const table = anyTable(entity);
  const { ownerId } = table as unknown as { ownerId: typeof schema.folder.name };
  const own = entities[entity].of === "member" ? or(isNull(ownerId), eq(ownerId, userId)) : undefined;
  const found = await db
    .select()
    .from(table)
    .where(and(eq(table.libraryId, libraryId), own));
  return found.map((row) => fromColumns(entity, row));
}

export async function insertRow<E extends Entity>(
  db: Executor,
  entity: E,
  libraryId: string,
  row: EntityRows[E],
): Promise<void> {
  const columns = { ...toColumns(entity, row as Partial<EntityRows[E]>), libraryId };
  await db.insert(anyTable(entity)).values(columns as InferInsertModel<typeof schema.folder>);
}

export async function updateRow<E extends Entity>(
  db: Executor,
  entity: E,
  id: string,
  set: Partial<EntityRows[E]>,
): Promise<void> {
  const table = anyTable(entity);
  await db.update(table).set(toColumns(entity, set)).where(eq(table.id, id));
}

export async function deleteRow(db: Executor, entity: Entity, id: string): Promise<void> {
  const table = anyTable(entity);
  await db.delete(table).where(eq(table.id, id));
}
