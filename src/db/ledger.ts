import { and, eq, max } from "drizzle-orm";
import { canonicalJson, chainText, fingerprint } from "@/core/chain/fingerprint";
import type { Json } from "@/core/chain/model";
import type { RowChange } from "@/core/library/change";
import type { Card, Entity, EntityRows } from "@/core/library/entities";
import type { Executor } from "./connection";
import { deleteRow, insertRow, readRow, updateRow } from "./entities";
import { cardVersion } from "./schema";

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
  ) {}

  /** What takes the change back, in the order in which it must be done. */
  get backward(): RowChange[] {
    return [...this.undo].reverse();
  }

  read<E extends Entity>(entity: E, id: string): Promise<EntityRows[E] | null> {
    return readRow(this.db, entity, this.libraryId, id);
  }

  async insert<E extends Entity>(
    entity: E,
    row: Omit<EntityRows[E], "version"> & { version?: number },
  ): Promise<EntityRows[E]> {
    const whole = { ...row, version: row.version ?? 1 } as unknown as EntityRows[E];
    await insertRow(this.db, entity, this.libraryId, whole);
    if (entity === "card") await this.keepContent(whole as Card);
    this.forward.push({ kind: "insert", entity, row: whole } as RowChange);
    this.undo.push({ kind: "delete", entity, id: whole.id });
    return whole;
  }

  /** Pre: the row exists in this library. Fields that already have the value are left out; nothing to do is no change. */
  async update<E extends Entity>(entity: E, id: string, set: Partial<EntityRows[E]>): Promise<EntityRows[E]> {
    const before = await this.read(entity, id);
    if (!before) throw new Error(`no ${entity} ${id} to update`);
    const changed = Object.fromEntries(
      Object.entries(set).filter(([key, value]) => !same(before[key as keyof typeof before], value)),
    ) as Partial<EntityRows[E]>;
    if (Object.keys(changed).length === 0) return before;
    const old = Object.fromEntries(
      Object.keys(changed).map((key) => [key, before[key as keyof typeof before]]),
    );
    const next = { ...before, ...changed, version: before.version + 1 };
    await updateRow(this.db, entity, id, { ...changed, version: next.version } as Partial<EntityRows[E]>);
    if (entity === "card" && ("chain" in changed || "contentVersion" in changed))
      await this.keepContent(next as Card);
    this.forward.push({
      kind: "update",
      entity,
      id,
      set: { ...changed, version: next.version },
    } as RowChange);
    this.undo.push({ kind: "update", entity, id, set: old } as RowChange);
    return next;
  }

  /** Pre: the row exists in this library. */
  async delete(entity: Entity, id: string): Promise<void> {
    const before = await this.read(entity, id);
    if (!before) throw new Error(`no ${entity} ${id} to delete`);
    await deleteRow(this.db, entity, id);
    this.forward.push({ kind: "delete", entity, id });
    this.undo.push({ kind: "insert", entity, row: before } as RowChange);
  }

  /** The number for the next content of a card; numbers of contents that were taken back are not given again. */
  async nextContentVersion(cardId: string): Promise<number> {
    const [row] = await this.db
      .select({ last: max(cardVersion.number) })
      .from(cardVersion)
      .where(eq(cardVersion.cardId, cardId));
    return (row?.last ?? 0) + 1;
  }

  private async keepContent(card: Card): Promise<void> {
    const text = chainText(card.chain);
    await this.db
      .insert(cardVersion)
      .values({
        cardId: card.id,
        number: card.contentVersion,
        libraryId: this.libraryId,
        fingerprint: fingerprint(text),
        chainText: text,
        authorId: this.actorId,
      })
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
  for (const done of lastStates(forward)) {
    if (done.kind === "delete") {
      if (await ledger.read(done.entity, done.id)) throw new BuiltUpon(done.entity, done.id);
      continue;
    }
    const id = done.kind === "insert" ? done.row.id : done.id;
    const set = { ...(done.kind === "insert" ? done.row : done.set) } as Record<string, unknown>;
    const now = (await ledger.read(done.entity, id)) as Record<string, unknown> | null;
    // The version only counts changes and a proof only tells of them: neither is anything that was decided since.
    delete set.version;
    delete set.proof;
    if (!now || Object.entries(set).some(([key, value]) => !same(now[key], value)))
      throw new BuiltUpon(done.entity, id);
  }
  for (const step of backward) {
    if (step.kind === "insert") await ledger.insert(step.entity, step.row as never);
    else if (step.kind === "delete") await ledger.delete(step.entity, step.id);
    else await ledger.update(step.entity, step.id, step.set as never);
  }
}

/** What a change left behind of each row, where it touched a row more than once. */
function lastStates(forward: readonly RowChange[]): RowChange[] {
  const last = new Map<string, RowChange>();
  for (const change of forward) {
    const id = change.kind === "insert" ? change.row.id : change.id;
    const key = `${change.entity} ${id}`;
    const before = last.get(key);
    if (change.kind === "update" && before?.kind === "insert")
      last.set(key, { ...before, row: { ...before.row, ...change.set } } as RowChange);
    else if (change.kind === "update" && before?.kind === "update")
      last.set(key, { ...before, set: { ...before.set, ...change.set } } as RowChange);
    else last.set(key, change);
  }
  return [...last.values()];
}
