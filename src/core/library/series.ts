import { canonicalJson } from "../chain/fingerprint";
import type { Json } from "../chain/model";
import type { Target } from "./entities/target";

/*
 * A series is the targets of a session that have the same card. Most of them are alike; one that has another chain or
 * strength than most is an exception, for a reason that its editor had.
 */

type InSeries = Pick<Target, "id" | "cardId" | "chain" | "strength">;

/** Those of rows that were asked for before: a session is looked through at every touch of one of its targets. */
const shapes = new WeakMap<InSeries, string>();

/** What two targets of a series are alike by. */
function shapeOf(target: InSeries): string {
  const known = shapes.get(target);
  if (known !== undefined) return known;
  const { chain, strength } = target;
  const shape = canonicalJson({ chain, strength } as unknown as Json);
  shapes.set(target, shape);
  return shape;
}

/** The targets of the same card as one, itself among them; none where it has no card. */
export const seriesOf = <T extends InSeries>(targets: readonly T[], { cardId }: InSeries): T[] =>
  cardId === null ? [] : targets.filter((target) => target.cardId === cardId);

/** What most of a series are like: of several that are as many, what comes first in their order. */
function usualShape(series: readonly InSeries[]): string | undefined {
  const counts = new Map<string, number>();
  for (const target of series) {
    const shape = shapeOf(target);
    counts.set(shape, (counts.get(shape) ?? 0) + 1);
  }
  const most = Math.max(...counts.values());
  return [...counts].find(([, count]) => count === most)?.[0];
}

/** The ids of the exceptions of all series, in the order of the targets. */
export function exceptionsOf(targets: readonly InSeries[]): string[] {
  const byCard = new Map<string, InSeries[]>();
  for (const target of targets)
    if (target.cardId !== null) byCard.set(target.cardId, [...(byCard.get(target.cardId) ?? []), target]);
  const others = new Set<string>();
  for (const series of byCard.values()) {
    if (series.length < 2) continue;
    const usual = usualShape(series);
    for (const target of series) if (shapeOf(target) !== usual) others.add(target.id);
  }
  return targets.flatMap(({ id }) => (others.has(id) ? id : []));
}

/** The exception behind a target, from the last on the first one again; null where there is none but itself. */
export function exceptionAfter(
  targets: readonly InSeries[],
  exceptions: readonly string[],
  from: string | null,
): string | null {
  const order = targets.map(({ id }) => id);
  const at = from === null ? -1 : order.indexOf(from);
  const there = new Set(exceptions);
  const next = [...order.slice(at + 1), ...order.slice(0, at + 1)].find((id) => there.has(id));
  return next === undefined || next === from ? null : next;
}

/**
 * The others of a target's series that a touch-up of it is carried over to: those that are like most of them. Exceptions
 * stay as they are. None where all are like it already.
 */
export function othersOf(targets: readonly InSeries[], from: InSeries): string[] {
  const series = seriesOf(targets, from);
  const others = series.filter(({ id }) => id !== from.id);
  if (others.length === 0) return [];
  const [own, usual] = [shapeOf(from), usualShape(others)];
  return usual === own ? [] : others.flatMap((one) => (shapeOf(one) === usual ? one.id : []));
}
