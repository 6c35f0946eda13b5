import { fold } from "../text/fold";
import { formatPath } from "../text/names";
import { byPosition } from "./order";

/** A row that lies in another of its kind: a folder, a tag. */
export interface Branch {
  readonly id: string;
  readonly parentId: string | null;
  readonly name: string;
  /** Fractional index among its siblings. */
  readonly position: string;
}

type Tree<Row extends Branch = Branch> = ReadonlyMap<string, Row>;

/** The ids from a row up to the root, its own first. A loop in the data ends where it closes. */
export function upwards(rows: ReadonlyMap<string, Pick<Branch, "parentId">>, id: string): string[] {
  const found = new Set<string>();
  for (let at: string | null = id; at !== null && !found.has(at);) {
    const row = rows.get(at);
    if (!row) break;
    found.add(at);
    at = row.parentId;
  }
  return [...found];
}

/** Names from the root down to the row; empty for none. */
export const namesDown = (rows: Tree, id: string | null): string[] =>
  id === null
    ? []
    : upwards(rows, id)
        .map((at) => rows.get(at)!.name)
        .reverse();

export const pathOf = (rows: Tree, id: string | null): string => formatPath(namesDown(rows, id));

/** Where some rows lie, in a line; none and those that are gone are left out. */
export const pathsOf = (rows: Tree, ids: readonly (string | null)[]): string =>
  ids
    .map((id) => pathOf(rows, id))
    .filter((path) => path !== "")
    .join(" · ");

/** The rows of one parent in their order. */
export const childrenOf = <Row extends Branch>(rows: Tree<Row>, parentId: string | null): Row[] =>
  [...rows.values()].filter((row) => row.parentId === parentId).sort(byPosition);

/** The row of a name among siblings, compared without case and accents. */
export const findNamed = <Row extends Pick<Branch, "name">>(
  siblings: readonly Row[],
  name: string,
): Row | undefined => siblings.find((row) => fold(row.name) === fold(name));

export interface TreeRow<Row extends Branch> {
  readonly row: Row;
  /** 0 at the root. */
  readonly depth: number;
}

/** All rows from the top, each before what lies in it. */
export function treeRows<Row extends Branch>(rows: Tree<Row>): TreeRow<Row>[] {
  const children = new Map<string | null, Row[]>();
  for (const row of rows.values()) {
    const list = children.get(row.parentId);
    if (list) list.push(row);
    else children.set(row.parentId, [row]);
  }
  const result: TreeRow<Row>[] = [];
  const visit = (parentId: string | null, depth: number) => {
    for (const row of (children.get(parentId) ?? []).sort(byPosition)) {
      result.push({ row, depth });
      visit(row.id, depth + 1);
    }
  };
  visit(null, 0);
  return result;
}

export interface ShownRow<Row extends Branch> extends TreeRow<Row> {
  /** Whether what lies in it is shown; left out where nothing lies in it. */
  readonly isOpen?: boolean;
}

/**
 * The rows of a tree that are seen, in their order: none that are aside, nor what lies in these or in closed ones. What
 * leads to one of them is open all the same.
 */
export function shownRows<Row extends Branch>(
  rows: Tree<Row>,
  {
    aside,
    closed,
    to = null,
  }: {
    readonly aside: ReadonlySet<string>;
    readonly closed: ReadonlySet<string>;
    readonly to?: string | null;
  },
): ShownRow<Row>[] {
  const leading = new Set(to === null ? [] : upwards(rows, to).slice(1));
  const all = treeRows(rows);
  const shown: ShownRow<Row>[] = [];
  /** Rows deeper than this lie in one whose contents are not seen. */
  let deepest = Infinity;
  for (const [i, { row, depth }] of all.entries()) {
    if (depth > deepest) continue;
    deepest = Infinity;
    if (aside.has(row.id)) {
      deepest = depth;
      continue;
    }
    const holds = (all[i + 1]?.depth ?? 0) > depth;
    const isOpen = !closed.has(row.id) || leading.has(row.id);
    if (!isOpen) deepest = depth;
    shown.push({ row, depth, ...(holds && { isOpen }) });
  }
  return shown;
}

/** The row and everything below it. */
export function rowsWithin(rows: Tree, id: string): Set<string> {
  const inside = new Set([id]);
  for (const { row } of treeRows(rows))
    if (row.parentId !== null && inside.has(row.parentId)) inside.add(row.id);
  return inside;
}

/** The row that a path of names leads to, compared without case and accents, and the names that are missing. */
export function resolvePath(rows: Tree, names: readonly string[]): { id: string | null; missing: string[] } {
  let id: string | null = null;
  for (let i = 0; i < names.length; i++) {
    const found: Branch | undefined = findNamed(childrenOf(rows, id), names[i]);
    if (!found) return { id, missing: names.slice(i) };
    id = found.id;
  }
  return { id, missing: [] };
}
