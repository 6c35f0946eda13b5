import { and, eq, max } from "drizzle-orm";
import { canonicalJson, chainText, fingerprint } from "@/core/chain/fingerprint";
import type { Chain, Json } from "@/core/chain/model";
import type { RowChange, StreamKind } from "@/core/library/change";
import { factsOf, type Card, type Entity, type EntityRows } from "@/core/library/entities";
import type { Executor } from "./connection";
import { deleteRows, insertRows, readSome, updateRows, type RowUpdate } from "./entities";
import { cardVersion } from "./schema";

/** A row before it is kept: it begins with its first version. */
type New<Row extends { readonly version: number }> = Omit<Row, "version"> & { readonly version?: number };

/**
 * The one way to change rows of a library. Every insert, update and delete made through it is written down forwards
 * and backwards, so that any change can be repeated on a client's copy and taken back, whatever the command was.
 */
export class Ledger {
  readonly forward: RowChange[] = [];
  private readonly undo: RowChange[] = [];

  constructor(
    readonly db: Executor,
    readonly libraryId: string,
    readonly actorId: string,
    /** Whose line of revisions it writes. */
    readonly of: StreamKind,
  ) {}

  /**
   * The member whose private cards the change is about, null where it is about what others see too. To the library's own
   * line of revisions private cards do not exist, whoever's they are.
   */
  get ownerId(): string | null {
    return this.of === "member" ? this.actorId : null;
  }

  /** What takes the change back, in the order in which it must be done. */
  get backward(): RowChange[] {
    return [...this.undo].reverse();
  }

  async read<E extends Entity>(entity: E, id: string): Promise<EntityRows[E] | null> {
    return (await this.readAll(entity, [id])).get(id) ?? null;
  }

  /** Those of some rows that are there, by their ids; however many, in one statement. */
  async readAll<E extends Entity>(entity: E, ids: readonly string[]): Promise<Map<string, EntityRows[E]>> {
    const rows = await readSome(this.db, entity, this.libraryId, ids);
    if (entity === "card")
      for (const [id, row] of rows) if (!this.sees((row as Card).ownerId)) rows.delete(id);
    return rows;
  }

  private sees(ownerId: string | null): boolean {
    return ownerId === null || (this.of !== "library" && ownerId === this.actorId);
  }

  /** Throws where a row would go where others read of it who may not, or where those do not who must. */
  private requireOwn<E extends Entity>(entity: E, rows: readonly EntityRows[E][]): void {
    const isSessions = factsOf(entity).of === "session";
    for (const row of rows) {
      const { ownerId = null } = row as { readonly ownerId?: string | null };
      // A session may be made with all that is in it.
      const belongs = isSessions
        ? this.of !== "member"
        : ownerId === null
          ? this.of === "library"
          : this.of === "member" && ownerId === this.actorId;
      if (!belongs) throw new OfAnotherStream(entity, row.id);
    }
  }

  async insert<E extends Entity>(entity: E, row: New<EntityRows[E]>): Promise<EntityRows[E]> {
    return (await this.insertAll(entity, [row]))[0];
  }

  async insertAll<E extends Entity>(
    entity: E,
    rows: readonly New<EntityRows[E]>[],
  ): Promise<EntityRows[E][]> {
    const whole = rows.map((row) => ({ ...row, version: row.version ?? 1 }) as unknown as EntityRows[E]);
    this.requireOwn(entity, whole);
    await insertRows(this.db, entity, this.libraryId, whole);
    if (entity === "card") await this.keepContents(whole as Card[]);
    for (const row of whole) {
      this.forward.push({ kind: "insert", entity, row } as RowChange);
      this.undo.push({ kind: "delete", entity, id: row.id });
    }
    return whole;
  }

  /** Pre: the row exists in this library. Fields that already have the value are left out; nothing to do is no change. */
  async update<E extends Entity>(entity: E, id: string, set: Partial<EntityRows[E]>): Promise<EntityRows[E]> {
    const before = await this.read(entity, id);
    if (!before) throw new Error(`no ${entity} ${id} to update`);
    return (await this.updateAll(entity, [[before, set]]))[0];
  }

  /** Changes rows that were read in this transaction, each in its own way, in a few statements. Pre: none twice. */
  async updateAll<E extends Entity>(
    entity: E,
    changes: readonly (readonly [before: EntityRows[E], set: Partial<EntityRows[E]>])[],
  ): Promise<EntityRows[E][]> {
    const updates: RowUpdate<E>[] = [];
    const contents: Card[] = [];
    this.requireOwn(
      entity,
      changes.map(([before]) => before),
    );
    const after = changes.map(([before, set]) => {
      const changed = Object.entries(set).filter(
        ([key, value]) => !same(before[key as keyof typeof before], value),
      );
      // A time tells of a change and is none by itself.
      if (changed.every(([key]) => key === "changedAt")) return before;
      const version = before.version + 1;
      const given = { ...Object.fromEntries(changed), version } as Partial<EntityRows[E]>;
      const old = Object.fromEntries(changed.map(([key]) => [key, before[key as keyof typeof before]]));
      const next = { ...before, ...given };
      updates.push({ id: before.id, set: given });
      if (entity === "card" && ("chain" in given || "contentVersion" in given)) contents.push(next as Card);
      this.forward.push({ kind: "update", entity, id: before.id, set: given } as RowChange);
      this.undo.push({ kind: "update", entity, id: before.id, set: old } as RowChange);
      return next;
    });
    if (updates.length > 0) await updateRows(this.db, entity, updates);
    if (contents.length > 0) await this.keepContents(contents);
    return after;
  }

  /** Pre: the row exists in this library. */
  async delete(entity: Entity, id: string): Promise<void> {
    const before = await this.read(entity, id);
    if (!before) throw new Error(`no ${entity} ${id} to delete`);
    await this.deleteAll(entity, [before]);
  }

  /** Pre: the rows were read in this transaction. */
  async deleteAll<E extends Entity>(entity: E, rows: readonly EntityRows[E][]): Promise<void> {
    this.requireOwn(entity, rows);
    await deleteRows(
      this.db,
      entity,
      rows.map((row) => row.id),
    );
    for (const row of rows) {
      this.forward.push({ kind: "delete", entity, id: row.id });
      this.undo.push({ kind: "insert", entity, row } as RowChange);
    }
  }

  /** Takes rows away for good: what they held is not written down. Pre: they are in this library. */
  async erase(entity: Entity, ids: readonly string[]): Promise<void> {
    await deleteRows(this.db, entity, ids);
    for (const id of ids) this.forward.push({ kind: "delete", entity, id });
  }

  /** The number for the next content of a card; numbers of contents that were taken back are not given again. */
  async nextContentVersion(cardId: string): Promise<number> {
    const [row] = await this.db
      .select({ last: max(cardVersion.number) })
      .from(cardVersion)
      .where(eq(cardVersion.cardId, cardId));
    return (row?.last ?? 0) + 1;
  }

  /** Keeps a content that is no card's, under the id of what it belongs to. */
  async keepContent(id: string, chain: Chain): Promise<void> {
    await this.keepContents([{ id, chain, contentVersion: 1, ownerId: null }]);
  }

  private async keepContents(
    cards: readonly Pick<Card, "id" | "chain" | "contentVersion" | "ownerId">[],
  ): Promise<void> {
    const contents = cards.map((card) => {
      const text = chainText(card.chain);
      return {
        cardId: card.id,
        number: card.contentVersion,
        libraryId: this.libraryId,
        fingerprint: fingerprint(text),
        chainText: text,
        authorId: this.actorId,
        ownerId: card.ownerId,
      };
    });
    for (let at = 0; at < contents.length; at += 1000)
      await this.db
        .insert(cardVersion)
        .values(contents.slice(at, at + 1000))
        .onConflictDoNothing();
  }

  /** A card's content of a given number, as stored, or null. */
  async content(cardId: string, number: number): Promise<{ chainText: string; fingerprint: string } | null> {
    const [row] = await this.db
      .select({ chainText: cardVersion.chainText, fingerprint: cardVersion.fingerprint })
      .from(cardVersion)
      .where(
        and(
          eq(cardVersion.libraryId, this.libraryId),
          eq(cardVersion.cardId, cardId),
          eq(cardVersion.number, number),
        ),
      );
    return row ?? null;
  }
}

/** Equal as JSON whatever the order of keys; rows hold plain data only. */
const same = (a: unknown, b: unknown) =>
  canonicalJson((a ?? null) as Json) === canonicalJson((b ?? null) as Json);

/** Thrown where a row belongs to another line of revisions than the one that is written: a fault of the command. */
export class OfAnotherStream extends Error {
  constructor(
    readonly entity: Entity,
    readonly id: string,
  ) {
    super(`${entity} ${id} belongs to another stream`);
  }
}

/** Thrown where a change cannot be taken back because a later one built on it. */
export class BuiltUpon extends Error {
  constructor(
    readonly entity: Entity,
    readonly id: string,
  ) {
    super(`a later change built upon ${entity} ${id}`);
  }
}

/**
 * Carries out `backward` of a recorded change through the ledger, after making sure that what the change did still
 * stands: every field it set has the value it gave. Throws `BuiltUpon` otherwise, and nothing is changed.
 */
export async function playBack(
  ledger: Ledger,
  forward: readonly RowChange[],
  backward: readonly RowChange[],
): Promise<void> {
  const states = lastStates(forward);
  const now = new Map<Entity, Map<string, EntityRows[Entity]>>();
  for (const entity of new Set(states.map((done) => done.entity)))
    now.set(entity, await ledger.readAll(entity, states.filter((s) => s.entity === entity).map(idOf)));
  const merged = new Map<string, Record<string, unknown>>();
  const before = firstValues(backward);
  for (const done of states) {
    const id = idOf(done);
    const row = now.get(done.entity)!.get(id) as Record<string, unknown> | undefined;
    if (done.kind === "delete") {
      if (row) throw new BuiltUpon(done.entity, id);
      continue;
    }
    const set = { ...(done.kind === "insert" ? done.row : done.set) } as Record<string, unknown>;
    // The version only counts changes, a time and a proof only tell of them: none is anything that was decided since.
    delete set.version;
    delete set.changedAt;
    delete set.proof;
    if (row && done.kind === "update")
      for (const field of factsOf(done.entity).sets ?? []) {
        if (!(field in set)) continue;
        const taken = withoutDifference(row[field], before.get(keyOf(done))?.[field], set[field]);
        if (!taken) throw new BuiltUpon(done.entity, id);
        merged.set(keyOf(done), { ...merged.get(keyOf(done)), [field]: taken });
        delete set[field];
      }
    if (!row || Object.entries(set).some(([key, value]) => !same(row[key], value)))
      throw new BuiltUpon(done.entity, id);
  }
  for (const steps of runsOf(backward)) {
    const [{ kind, entity }] = steps;
    if (kind === "insert") {
      const rows = steps.map((step) => (step as InsertChange).row);
      await ledger.insertAll(entity, rows as never);
      continue;
    }
    const rows = await ledger.readAll(entity, steps.map(idOf));
    const found = (step: RowChange) => {
      const row = rows.get(idOf(step));
      if (!row) throw new BuiltUpon(entity, idOf(step));
      return row;
    };
    if (kind === "delete") await ledger.deleteAll(entity, steps.map(found));
    else
      await ledger.updateAll(
        entity,
        steps.map((step) => {
          const { set } = step as UpdateChange;
          const sets = Object.entries(merged.get(keyOf(step)) ?? {}).filter(([field]) => field in set);
          return [found(step), { ...set, ...Object.fromEntries(sets) }] as const;
        }) as never,
      );
  }
}

type InsertChange = Extract<RowChange, { kind: "insert" }>;
type UpdateChange = Extract<RowChange, { kind: "update" }>;

const idOf = (change: RowChange): string => (change.kind === "insert" ? change.row.id : change.id);
const keyOf = (change: RowChange): string => `${change.entity} ${idOf(change)}`;

/** By row, what its fields held before a change, from what takes the change back. */
function firstValues(backward: readonly RowChange[]): Map<string, Record<string, unknown>> {
  const found = new Map<string, Record<string, unknown>>();
  // What was done first is taken back last.
  for (const step of backward)
    if (step.kind === "update") found.set(keyOf(step), { ...found.get(keyOf(step)), ...step.set });
  return found;
}

/** A set as it is now without what a change put in and with what it took out; null where others undid that already. */
function withoutDifference(now: unknown, before: unknown, after: unknown): string[] | null {
  const [has, had, given] = [now, before ?? [], after] as string[][];
  if (same(has, given)) return had;
  const [put, taken] = [given.filter((id) => !had.includes(id)), had.filter((id) => !given.includes(id))];
  if (put.some((id) => !has.includes(id)) || taken.some((id) => has.includes(id))) return null;
  return [...has.filter((id) => !put.includes(id)), ...taken];
}

/** Steps cut into runs that can be done at once: of one kind, of one kind of row, and no row twice. */
function runsOf(steps: readonly RowChange[]): RowChange[][] {
  const runs: RowChange[][] = [];
  let ids = new Set<string>();
  for (const step of steps) {
    const run = runs.at(-1);
    if (run?.[0].kind === step.kind && run[0].entity === step.entity && !ids.has(idOf(step))) run.push(step);
    else {
      runs.push([step]);
      ids = new Set();
    }
    ids.add(idOf(step));
  }
  return runs;
}

/** What a change left behind of each row, where it touched a row more than once. */
function lastStates(forward: readonly RowChange[]): RowChange[] {
  const last = new Map<string, RowChange>();
  for (const change of forward) {
    const key = keyOf(change);
    const before = last.get(key);
    if (change.kind === "update" && before?.kind === "insert")
      last.set(key, { ...before, row: { ...before.row, ...change.set } } as RowChange);
    else if (change.kind === "update" && before?.kind === "update")
      last.set(key, { ...before, set: { ...before.set, ...change.set } } as RowChange);
    else last.set(key, change);
  }
  return [...last.values()];
}
