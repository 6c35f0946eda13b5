import { chainDifference } from "../chain/difference";
import type { Chain } from "../chain/model";
import type { RowChange } from "./change";
import { entities, factsOf, nameOfRow, type Entity } from "./entities";

/** Gives the name of a row, as far as it is known; ids alone tell a reader nothing. */
export type NameOf = (entity: Entity, id: string) => string | undefined;

/**
 * What a recorded change did to each row, a line each, the row first: `card “Small harbour room”: name “Room” → “Small
 * harbour room”`. `forward` and `backward` as recorded: the n-th step of the one is undone by the n-th from the end of the other.
 */
export function describeChange(
  forward: readonly RowChange[],
  backward: readonly RowChange[],
  nameOf: NameOf,
): string[] {
  const quoted = (entity: Entity, id: string, own?: string) => {
    const name = own ?? nameOf(entity, id);
    return name === undefined ? `a ${entities[entity].noun}` : `${entities[entity].noun} “${name}”`;
  };
  const say = (of: Entity, field: string, value: unknown): string => {
    const said = factsOf(of).said?.[field];
    if (said) return said(value as never);
    if (value === null || value === undefined)
      return field === "folderId" || field === "parentId" ? "no folder" : "nothing";
    const entity = factsOf(of).references?.[field] as Entity | undefined;
    if (entity && Array.isArray(value))
      return value.length === 0
        ? "none"
        : value
            .map((id) => nameOf(entity, String(id)) ?? `a ${entities[entity].noun} that is gone`)
            .join(", ");
    if (entity)
      return nameOf(entity, String(value)) === undefined
        ? `a ${entities[entity].noun} that is gone`
        : `“${nameOf(entity, String(value))}”`;
    if (typeof value === "boolean") return value ? "yes" : "no";
    if (Array.isArray(value))
      return value.length === 0
        ? "none"
        : value.every((v) => typeof v === "string")
          ? value.join(", ")
          : `${value.length}`;
    return typeof value === "string" ? `“${value}”` : String(value);
  };
  return forward.flatMap((step, i): string[] => {
    const undo = backward[backward.length - 1 - i];
    if (step.kind === "insert") {
      const subject = factsOf(step.entity).about?.find((field) => (step.row as never)[field] !== null);
      const about = subject
        ? ` for ${quoted(factsOf(step.entity).references![subject] as Entity, (step.row as never)[subject])}`
        : "";
      return [`${quoted(step.entity, step.row.id, nameOfRow(step.entity, step.row))}${about} added`];
    }
    if (step.kind === "delete")
      return [
        `${quoted(step.entity, step.id, undo?.kind === "insert" ? nameOfRow(undo.entity, undo.row) : undefined)} removed`,
      ];
    const before = (undo?.kind === "update" ? undo.set : {}) as Record<string, unknown>;
    const subject = quoted(step.entity, step.id);
    const facts = factsOf(step.entity);
    return Object.entries(step.set).flatMap(([field, value]) => {
      if (field === "version" || facts.silent?.includes(field)) return [];
      if (field === "position") return [`${subject}: moved in its list`];
      if (field === "chain" && before.chain)
        return chainDifference(before.chain as Chain, value as Chain).map((line) => `${subject}: ${line}`);
      return [
        `${subject}: ${facts.labels?.[field] ?? field} ${say(step.entity, field, before[field])} → ${say(step.entity, field, value)}`,
      ];
    });
  });
}

/** The most ids that are noted of one change. */
const mostTouched = 20_000;

/**
 * The ids of the rows that a change is about: those that it changed, and those that they named before or name since, such as
 * the folders that a card was moved from and to. At most so many.
 */
export function touchedBy(forward: readonly RowChange[], backward: readonly RowChange[]): string[] {
  const ids = new Set<string>();
  for (const step of [...forward, ...backward]) {
    ids.add(step.kind === "insert" ? step.row.id : step.id);
    const fields = (step.kind === "insert" ? step.row : step.kind === "update" ? step.set : {}) as Record<
      string,
      unknown
    >;
    for (const field of Object.keys(factsOf(step.entity).references ?? {})) {
      const value = fields[field];
      for (const id of Array.isArray(value) ? value : [value]) if (typeof id === "string") ids.add(id);
    }
    if (ids.size >= mostTouched) break;
  }
  return [...ids].slice(0, mostTouched);
}
