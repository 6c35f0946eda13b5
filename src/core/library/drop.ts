/**
 * Where things that are dragged onto another one come to lie: the id that they come before, or null at the end. Dragged
 * downwards they come after it, upwards before it. Those that move are never named.
 */
export function dropBefore(
  order: readonly string[],
  moving: ReadonlySet<string>,
  dragged: string,
  over: string,
): string | null {
  const [from, to] = [order.indexOf(dragged), order.indexOf(over)];
  return order.slice(to < from ? to : to + 1).find((id) => !moving.has(id)) ?? null;
}

/** A list with the one at `from` at `to`. */
export function movedTo<T>(list: readonly T[], from: number, to: number): T[] {
  const rest = list.filter((_, i) => i !== from);
  return [...rest.slice(0, to), list[from], ...rest.slice(to)];
}
