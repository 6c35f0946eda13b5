import { mostPlaced } from "./entities";

/**
 * An order by hand after some of it were moved past their neighbour: which come first, in which order. All above the last
 * that was moved or placed before are placed by that. Null where nothing moves, or too many would have to be placed.
 */
export function placedPast(
  order: readonly string[],
  placed: readonly string[],
  moving: ReadonlySet<string>,
  by: 1 | -1,
): string[] | null {
  const moved = order.filter((id) => moving.has(id));
  if (moved.length === 0) return null;
  const edge = order.indexOf(by === -1 ? moved[0] : moved[moved.length - 1]);
  const neighbour = order[edge + by];
  if (neighbour === undefined) return null;
  const rest = order.filter((id) => !moving.has(id));
  const to = rest.indexOf(neighbour) + (by === 1 ? 1 : 0);
  const next = [...rest.slice(0, to), ...moved, ...rest.slice(to)];
  const byHand = new Set([...placed, ...moved]);
  const last = next.findLastIndex((id) => byHand.has(id));
  return last < mostPlaced ? next.slice(0, last + 1) : null;
}
