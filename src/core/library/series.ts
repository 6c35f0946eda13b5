import { canonicalJson, chainText, fingerprint } from "../chain/fingerprint";
import type { Chain, Json } from "../chain/model";
import { chainOn } from "../chain/medium";
import type { CardHead } from "./entities/card";
import type { Target } from "./entities/target";

/*
 * A series is the targets of a session that have the same card. Most of them are alike; one that has another chain or
 * strength than most is an exception, for a reason that its editor had: one that has the card as it is kept is none.
 */

type InSeries = Pick<Target, "id" | "cardId" | "cardVersion" | "chain" | "strength">;
type Kept = Pick<CardHead, "medium" | "fingerprint" | "contentVersion">;

/** The fingerprints of chains that were asked for before, as each of a card's medium. */
const prints = new WeakMap<Chain, Map<string, string>>();

function printOf(chain: Chain, medium: CardHead["medium"]): string {
  const known = prints.get(chain) ?? new Map<string, string>();
  prints.set(chain, known);
  const print = known.get(medium) ?? fingerprint(chainText(chainOn(chain, medium)));
  known.set(medium, print);
  return print;
}

/** Whether a target has another chain than the card that is on it; null where it has an earlier content of that. */
export const isTouched = (
  { chain, cardVersion }: Pick<Target, "chain" | "cardVersion">,
  card: Kept,
): boolean | null =>
  cardVersion === card.contentVersion ? printOf(chain, card.medium) !== card.fingerprint : null;

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

/** The shape that most of a series have; of several shapes that are as frequent, that of the kept card, else the first in order. */
function usualShape<T extends InSeries>(
  series: readonly T[],
  isAsKept: (target: T) => boolean = () => false,
): string | undefined {
  const counts = new Map<string, number>();
  const keptFirst = [true, false].flatMap((kept) => series.filter((one) => isAsKept(one) === kept));
  for (const target of keptFirst) {
    const shape = shapeOf(target);
    counts.set(shape, (counts.get(shape) ?? 0) + 1);
  }
  const most = Math.max(...counts.values());
  return [...counts].find(([, count]) => count === most)?.[0];
}

/** The ids of the exceptions of all series, in the order of the targets. */
export function exceptionsOf(targets: readonly InSeries[], cards: ReadonlyMap<string, Kept>): string[] {
  const isAsKept = (target: InSeries): boolean => {
    const card = target.cardId === null ? undefined : cards.get(target.cardId);
    return card !== undefined && target.strength === 100 && isTouched(target, card) === false;
  };
  const byCard = new Map<string, InSeries[]>();
  for (const target of targets)
    if (target.cardId !== null) byCard.set(target.cardId, [...(byCard.get(target.cardId) ?? []), target]);
  const others = new Set<string>();
  for (const series of byCard.values()) {
    if (series.length < 2) continue;
    const usual = usualShape(series, isAsKept);
    for (const target of series) if (shapeOf(target) !== usual && !isAsKept(target)) others.add(target.id);
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
