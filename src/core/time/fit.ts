import { compareRatios, minus, over, plus, ratio, secondsIn, times, type Ratio } from "./ratio";

/*
 * Keyframes were set on a clip of some length; on a clip of another length their time runs otherwise. A way of fitting is a
 * few pieces, in order, in each of which the card's own time runs evenly with the clip's.
 */

/** What becomes of the times of keyframes on a clip of another length. */
export const fitWays = {
  stretch: {
    label: "Stretch with the clip",
    help: "All of it is made as long or as short as the clip is.",
    said: "stretched with the clip",
  },
  start: {
    label: "Keep times from the start",
    help: "Everything happens as long after the clip's start as it did; what comes after the end of a short clip is not seen.",
    said: "as timed from the start",
  },
  end: {
    label: "Keep times from the end",
    help: "Everything happens as long before the clip's end as it did; what comes before the start of a short clip is not seen.",
    said: "as timed from the end",
  },
  middle: {
    label: "Keep opening and closing",
    help: "The opening and the closing last as long as they did, the middle is stretched; on a clip that is shorter than both, both are shortened by the same share.",
    said: "with opening and closing kept",
  },
} as const;
export type FitWay = keyof typeof fitWays;
export const fitIds = Object.keys(fitWays) as FitWay[];

/** How long a clip is, and how long each of its frames: its last one begins so much before its end. */
export interface Extent {
  readonly length: Ratio;
  /** 0 where it is left out, for what has no frames. */
  readonly step?: Ratio;
}

export interface Fit {
  /** Of the clip that the keyframes were set on; above 0. */
  readonly length: Ratio;
  /** How long each of its frames was; as long as those of the clip that they are fitted to, where it is left out. */
  readonly frame?: Ratio;
  readonly way: FitWay;
  /** How long the opening and the closing last, together at most the length; of other ways without a meaning, but kept. */
  readonly opening: Ratio;
  readonly closing: Ratio;
}

/** A stretch of the clip and of the card's own time. */
interface Piece {
  readonly clip: readonly [Ratio, Ratio];
  readonly own: readonly [Ratio, Ratio];
}

const zero = ratio(0);

/** Opening and closing on a clip of some length: as they are, or shortened by the same share. */
export function endsOn(
  { opening, closing }: Fit,
  clip: Ratio,
): { opening: Ratio; closing: Ratio; isShortened: boolean } {
  const both = plus(opening, closing);
  if (compareRatios(both, clip) <= 0) return { opening, closing, isShortened: false };
  const share = over(clip, both);
  return { opening: times(opening, share), closing: times(closing, share), isShortened: true };
}

/** The time of the last frame; a clip of one frame is told by its end. */
function lastOf(length: Ratio, frame: Ratio): Ratio {
  const last = minus(length, frame);
  return compareRatios(last, zero) > 0 ? last : length;
}

/** Both clips from their first frames to their last ones, so that what was set on a last frame is met on the other's. */
function piecesOf(whole: Fit, { length: clipLength, step = zero }: Extent): readonly Piece[] {
  const frame = whole.frame ?? step;
  const clip = lastOf(clipLength, step);
  const length = lastOf(whole.length, frame);
  const closing = minus(whole.closing, minus(whole.length, length));
  const fit = { ...whole, length, closing: compareRatios(closing, zero) > 0 ? closing : zero };
  switch (fit.way) {
    case "stretch":
      return [{ clip: [zero, clip], own: [zero, length] }];
    case "start":
      return [{ clip: [zero, clip], own: [zero, clip] }];
    case "end":
      return [{ clip: [zero, clip], own: [minus(length, clip), length] }];
    case "middle": {
      const { opening, closing } = endsOn(fit, clip);
      const [from, to] = [opening, minus(clip, closing)];
      const [ownFrom, ownTo] = [fit.opening, minus(length, fit.closing)];
      const pieces: readonly Piece[] = [
        { clip: [zero, from], own: [zero, ownFrom] },
        { clip: [from, to], own: [ownFrom, ownTo] },
        { clip: [to, clip], own: [ownTo, length] },
      ];
      return pieces.filter((piece) => compareRatios(piece.clip[0], piece.clip[1]) < 0);
    }
  }
}

const runs = (from: Ratio, to: Ratio) => compareRatios(from, to) < 0;

/**
 * The card's own time, in seconds, at a time of a clip; both may lie beyond the ends, where time runs on as
 * it does within.
 */
export function ownTime(fit: Fit, clip: Extent): (time: number) => number {
  const pieces = piecesOf(fit, clip).map(({ clip: [from, to], own: [first, last] }) => {
    const slope = secondsIn(over(minus(last, first), minus(to, from)));
    return { from: secondsIn(from), to: secondsIn(to), first: secondsIn(first), slope };
  });
  return (time) => {
    const { from, first, slope } = pieces.find(({ to }) => time < to) ?? pieces.at(-1)!;
    return first + (time - from) * slope;
  };
}

/** The same exactly, for a keyframe that is set there. */
export function ownTimeAt(fit: Fit, clip: Extent, time: Ratio): Ratio {
  const pieces = piecesOf(fit, clip);
  const { clip: at, own } = pieces.find((piece) => compareRatios(time, piece.clip[1]) < 0) ?? pieces.at(-1)!;
  return plus(own[0], times(minus(time, at[0]), over(minus(own[1], own[0]), minus(at[1], at[0]))));
}

/**
 * Where the clip is at a moment of the card's own time, the inverse of `ownTime`: several moments may share a place where
 * the middle has none, and moments may lie beyond the clip's ends.
 */
export function clipTimeAt(fit: Fit, clip: Extent, own: Ratio): Ratio {
  const pieces = piecesOf(fit, clip).filter((piece) => runs(...piece.own));
  const piece = pieces.find((p) => compareRatios(own, p.own[1]) < 0) ?? pieces.at(-1);
  if (!piece) return zero;
  const slope = over(minus(piece.clip[1], piece.clip[0]), minus(piece.own[1], piece.own[0]));
  const place = plus(piece.clip[0], times(minus(own, piece.own[0]), slope));
  // A middle that has no place on this clip lies where the opening meets the closing.
  const isOfClip =
    fit.way === "middle" && compareRatios(own, zero) >= 0 && compareRatios(own, fit.length) <= 0;
  if (isOfClip && compareRatios(place, piece.clip[0]) < 0) return piece.clip[0];
  if (isOfClip && compareRatios(place, piece.clip[1]) > 0) return piece.clip[1];
  return place;
}
