import { MapView } from "../numeric/map-view";
import { entityNames, factsOf, headOf, type Entity, type EntityHeads, type EntityRows } from "./entities";
import type { Versioned } from "./entities/define";

/** One row's part of a change. Rows and fields are plain JSON. */
export type RowChange = {
  [E in Entity]:
    | { readonly kind: "insert"; readonly entity: E; readonly row: EntityRows[E] }
    | {
        readonly kind: "update";
        readonly entity: E;
        readonly id: string;
        readonly set: Partial<EntityRows[E]>;
      }
    | { readonly kind: "delete"; readonly entity: E; readonly id: string };
}[Entity];

/** Which line of revisions something belongs to: the library's own, a member's own things, or one bench session. */
export type StreamKind = "library" | "member" | "session";

/** A recorded change as clients see it. */
export interface Change {
  readonly streamId: string;
  readonly of: StreamKind;
  /** The bench session, where it is one's. */
  readonly sessionId: string | null;
  readonly revision: number;
  readonly command: string;
  readonly actorId: string;
  readonly at: string;
  readonly forward: readonly RowChange[];
  /** The change of the same stream that this one takes back, if it does. */
  readonly takesBack: number | null;
}

/** A client's copy of the rows it may see: their heads, where a kind of row has contents too. */
export type Replica = { readonly [E in Entity]: ReadonlyMap<string, EntityHeads[E]> };

export const emptyReplica = (): Replica =>
  Object.fromEntries(entityNames.map((entity) => [entity, new Map()])) as unknown as Replica;

/** A copy from the heads that were read; empty of what was not. */
export const replicaOf = (rows: { readonly [E in Entity]?: readonly EntityHeads[E][] }): Replica => ({
  ...emptyReplica(),
  ...Object.fromEntries(
    Object.entries(rows).map(([entity, list]) => [
      entity,
      new Map((list as readonly Versioned[]).map((row) => [row.id, row])),
    ]),
  ),
});

type Rows = Map<string, object>;

/** Makes the changes in maps of rows; `writable` gives that of an entity. */
function changeRows(changes: readonly RowChange[], writable: (entity: Entity) => Rows): void {
  for (const change of changes) {
    const rows = writable(change.entity);
    if (change.kind === "insert")
      rows.set(change.row.id, { ...factsOf(change.entity).earlier, ...headOf(change.entity, change.row) });
    else if (change.kind === "delete") rows.delete(change.id);
    else {
      const before = rows.get(change.id);
      if (before) rows.set(change.id, { ...before, ...headOf(change.entity, change.set) });
    }
  }
}

/** A replica with the rows changed; maps that nothing touches are the same objects as before. */
export function applyRowChanges(replica: Replica, changes: readonly RowChange[]): Replica {
  const next: { [E in Entity]?: Rows } = {};
  changeRows(changes, (entity) => (next[entity] ??= new Map<string, object>(replica[entity])));
  return { ...replica, ...next } as Replica;
}

/**
 * Rows that change in place, however many they are, with a replica as readers see it: after a change it has other maps
 * of what was touched, and the same of what was not. A replica that was given out before shows the rows as they are now.
 */
export class LiveRows {
  private readonly rows: { readonly [E in Entity]: Rows };
  replica: Replica;

  constructor(replica: Replica) {
    this.rows = Object.fromEntries(
      entityNames.map((entity) => [entity, new Map<string, object>(replica[entity])]),
    ) as { [E in Entity]: Rows };
    this.replica = Object.fromEntries(
      entityNames.map((entity) => [entity, new MapView(this.rows[entity])]),
    ) as unknown as Replica;
  }

  /** Makes changes. */
  change(changes: readonly RowChange[]): void {
    const touched = new Set<Entity>();
    changeRows(changes, (entity) => {
      touched.add(entity);
      return this.rows[entity];
    });
    for (const entity of touched) this.show(entity);
  }

  /** Puts rows in without saying so to readers before `show`. */
  put<E extends Entity>(entity: E, rows: readonly EntityHeads[E][]): void {
    for (const row of rows) this.rows[entity].set(row.id, row);
  }

  clear(entity: Entity): void {
    this.rows[entity].clear();
    this.show(entity);
  }

  show(entity: Entity): void {
    this.replica = { ...this.replica, [entity]: new MapView(this.rows[entity]) };
  }
}
