import { eased, type Ease } from "./ease";
import { compareRatios, isSame, minus, plus, secondsIn, times, type Ratio } from "./ratio";

/** A value at a moment, and how it goes on to the next. */
export interface Keyframe {
  /** In the card's own time: seconds from the start of the clip that it was set on. May lie beyond that clip's ends. */
  readonly at: Ratio;
  readonly value: number;
  readonly ease: Ease;
}

/** Keyframes of one parameter, in order, one at a moment. */
export type Lane = readonly Keyframe[];

/** A product rule and a guard against hostile files. */
export const mostKeyframes = 500;

/** What was computed on the way to a keyframe's moment counts as being there, in seconds. */
const there = 1e-9;

/**
 * The value of a lane at a moment of its own time, in seconds: that of the first keyframe before it, of the last one after
 * it. Between two of them it goes along the first one's ease; with a taper of `log` equal steps are equal ratios.
 * Pre: at least one keyframe; with `log` values above 0.
 */
export function valueAt(lane: Lane, time: number, taper: "linear" | "log" = "linear"): number {
  let low = 0;
  let high = lane.length;
  // The last keyframe that has come.
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (secondsIn(lane[middle].at) <= time + there) low = middle;
    else high = middle;
  }
  const from = lane[low];
  const to = lane[low + 1];
  const begin = secondsIn(from.at);
  if (!to || time <= begin + there) return from.value;
  const share = eased(from.ease, (time - begin) / (secondsIn(to.at) - begin));
  return taper === "log"
    ? from.value * (to.value / from.value) ** share
    : from.value + (to.value - from.value) * share;
}

const inOrder = (lane: Lane): Lane => {
  const sorted = [...lane].sort((a, b) => compareRatios(a.at, b.at));
  // Of two at one moment the one that came later stands.
  return sorted.filter(({ at }, i) => i + 1 === sorted.length || !isSame(at, sorted[i + 1].at));
};

/** With a keyframe, in place of one at the same moment, whose ease it takes over where it has none of its own. */
export function withKeyframe(lane: Lane, at: Ratio, value: number, ease?: Ease): Lane {
  const there = lane.find((k) => isSame(k.at, at));
  return inOrder([
    ...lane.filter((k) => k !== there),
    {
      at,
      value,
      ease: ease ?? there?.ease ?? lane.findLast((k) => compareRatios(k.at, at) < 0)?.ease ?? "linear",
    },
  ]);
}

/** Moved by a time; what is met on the way gives way. `which`: by place. */
export const movedBy = (lane: Lane, which: ReadonlySet<number>, by: Ratio): Lane =>
  inOrder([
    ...lane.filter((_, i) => !which.has(i)),
    ...lane.flatMap((k, i) => (which.has(i) ? [{ ...k, at: plus(k.at, by) }] : [])),
  ]);

export const withoutKeyframes = (lane: Lane, which: ReadonlySet<number>): Lane =>
  lane.filter((_, i) => !which.has(i));

/** Backwards between its first and its last keyframe, the way between two of them too. */
export function reversed(lane: Lane): Lane {
  if (lane.length < 2) return lane;
  const [first, last] = [lane[0].at, lane.at(-1)!.at];
  return lane
    .map(({ at, value }, i): Keyframe => {
      const before = lane[i - 1]?.ease ?? lane[i].ease;
      return { at: minus(plus(first, last), at), value, ease: backwards(before) };
    })
    .reverse();
}

/** An ease seen from its end: the curve turned by half a turn. What was held jumps at its end, which no ease does at its begin. */
const backwards = (ease: Ease): Ease =>
  typeof ease === "string" ? ease : [1 - ease[2], 1 - ease[3], 1 - ease[0], 1 - ease[1]];

/** Times as so many times as long from the first keyframe on. Pre: `by` above 0. */
export const scaledBy = (lane: Lane, by: Ratio): Lane =>
  lane.map((k) => ({ ...k, at: plus(lane[0].at, times(minus(k.at, lane[0].at), by)) }));

/** Keyframes of another lane laid into this one, the first of them at a moment. */
export const pasted = (lane: Lane, others: Lane, at: Ratio): Lane =>
  others.length === 0
    ? lane
    : inOrder([...lane, ...others.map((k) => ({ ...k, at: plus(at, minus(k.at, others[0].at)) }))]);
