import { and, eq, isNull, or, sql, type InferInsertModel } from "drizzle-orm";
import { chainText } from "@/core/chain/fingerprint";
import { effectsOf, type Chain } from "@/core/chain/model";
import { entities, type Entity, type EntityRows } from "@/core/library/entities";
import { fold, sortKey } from "@/core/text/fold";
import type { Executor } from "./connection";
import * as schema from "./schema";

/** Of each kind of row the table of its name; a session's is called otherwise, since signing in has sessions too. */
const tables = { ...schema, session: schema.benchSession } satisfies Record<Entity, unknown>;

/** Columns that follow from others and are kept by the database alone. */
const derived: { [E in Entity]?: (row: Partial<EntityRows[E]>) => Record<string, unknown> } = {
  card: ({ name, chain }) => ({
    ...(name !== undefined && { sortKey: sortKey(name) }),
    ...(chain !== undefined && { chainText: chainText(chain), effects: effectsOf(chain) }),
  }),
  alias: ({ text }) => (text === undefined ? {} : { folded: fold(text) }),
  target: ({ chain }) => (chain === undefined ? {} : { chainText: chainText(chain) }),
};

/** Columns that are times, whichever kind of row has them. */
const times = ["addedAt", "changedAt", "offeredAt"];

function toColumns<E extends Entity>(entity: E, row: Partial<EntityRows[E]>): Record<string, unknown> {
  const { chain: _, ...plain } = row as Record<string, unknown>;
  for (const time of times) if (plain[time] !== undefined) plain[time] = new Date(plain[time] as string);
  return { ...plain, ...derived[entity]?.(row) };
}

/** A row as clients see it from a row as it is stored. */
export function fromColumns<E extends Entity>(entity: E, columns: Record<string, unknown>): EntityRows[E] {
  const { libraryId: _l, sortKey: _s, folded: _f, settings: _o, chainText: text, ...row } = columns;
  // Those of a card follow from its chain.
  if (entity === "card") delete row.effects;
  if (text !== undefined) row.chain = JSON.parse(text as string) as Chain;
  for (const time of times) if (row[time] !== undefined) row[time] = (row[time] as Date).toISOString();
  return row as unknown as EntityRows[E];
}

/** The table that a kind of row is kept in. Drizzle's types follow one table; the tables share only what is used here. */
export const tableOf = (entity: Entity) => tables[entity] as typeof schema.folder;

/** Ids, as one parameter however many they are. */
export const among = (ids: readonly string[]) => sql`any(${sql.param([...ids])}::uuid[])`;

/** Those of some rows that are there in the library, by their ids. One statement. */
export async function readSome<E extends Entity>(
  db: Executor,
  entity: E,
  libraryId: string,
  ids: readonly string[],
): Promise<Map<string, EntityRows[E]>> {
  if (ids.length === 0) return new Map();
  const table = tableOf(entity);
  const found = await db
    .select()
    .from(table)
    .where(and(sql`${table.id} = ${among(ids)}`, eq(table.libraryId, libraryId)));
  return new Map(found.map((row) => [row.id, fromColumns(entity, row)]));
}

export const readRow = async <E extends Entity>(
  db: Executor,
  entity: E,
  libraryId: string,
  id: string,
): Promise<EntityRows[E] | null> => (await readSome(db, entity, libraryId, [id])).get(id) ?? null;

/** The rows of a kind that a member may see, in the order of their ids. */
export async function readAll<E extends Entity>(
  db: Executor,
  entity: E,
  libraryId: string,
  userId: string,
): Promise<EntityRows[E][]> {
  const table = tableOf(entity);
  const { ownerId } = table as unknown as { ownerId: typeof schema.folder.name };
  const own = entities[entity].of === "member" ? or(isNull(ownerId), eq(ownerId, userId)) : undefined;
  const found = await db
    .select()
    .from(table)
    .where(and(eq(table.libraryId, libraryId), own))
    .orderBy(table.id);
  return found.map((row) => fromColumns(entity, row));
}

/** Rows that go with one statement: PostgreSQL takes 65,535 values. */
const insertedAtOnce = 2000;

export async function insertRows<E extends Entity>(
  db: Executor,
  entity: E,
  libraryId: string,
  rows: readonly EntityRows[E][],
): Promise<void> {
  const columns = rows.map((row) => ({
    ...toColumns(entity, row as Partial<EntityRows[E]>),
    libraryId,
  })) as InferInsertModel<typeof schema.folder>[];
  for (let at = 0; at < columns.length; at += insertedAtOnce)
    await db.insert(tableOf(entity)).values(columns.slice(at, at + insertedAtOnce));
}

/** What a row of that id is given. */
export interface RowUpdate<E extends Entity> {
  readonly id: string;
  readonly set: Partial<EntityRows[E]>;
}

const columnName = (key: string) => key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/** Changes rows, each in its own way: one statement for all that change in the same columns. Pre: no id twice. */
export async function updateRows<E extends Entity>(
  db: Executor,
  entity: E,
  updates: readonly RowUpdate<E>[],
): Promise<void> {
  const alike = new Map<string, Record<string, unknown>[]>();
  for (const { id, set } of updates) {
    const columns = toColumns(entity, set);
    const keys = Object.keys(columns).sort();
    const row = Object.fromEntries(keys.map((key) => [columnName(key), columns[key]]));
    const rows = alike.get(keys.join());
    if (rows) rows.push({ ...row, id });
    else alike.set(keys.join(), [{ ...row, id }]);
  }
  const table = tableOf(entity);
  for (const [keys, rows] of alike) {
    const sets = keys.split(",").map((key) => {
      const column = sql.identifier(columnName(key));
      return sql`${column} = given.${column}`;
    });
    const ids = rows.map((row) => row.id as string);
    // The ids once more, since how many rows JSON holds is not known when it is decided how they are found.
    // The table's own row type reads the values, so that each comes out as what its column holds.
    await db.execute(
      sql`update ${table} as kept set ${sql.join(sets, sql`, `)} from jsonb_populate_recordset(null::${table}, ${JSON.stringify(rows)}::jsonb) as given where kept.id = given.id and kept.id = ${among(ids)}`,
    );
  }
}

export async function deleteRows(db: Executor, entity: Entity, ids: readonly string[]): Promise<void> {
  const table = tableOf(entity);
  await db.delete(table).where(sql`${table.id} = ${among(ids)}`);
}
