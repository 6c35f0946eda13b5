/** A time or length in seconds as a ratio of whole numbers, reduced, the second above 0. */
export type Ratio = readonly [number, number];

const divisor = (a: bigint, b: bigint): bigint => (b === 0n ? (a < 0n ? -a : a) : divisor(b, a % b));

/**
 * What is too fine for whole numbers is rounded to these parts of a second: every usual frame and sample rate goes into
 * them, those by 1001 to the nearest.
 */
const finest = 705_600_000n;

function reduced(n: bigint, d: bigint): Ratio {
  const by = (d < 0n ? -1n : 1n) * (divisor(n, d) || 1n);
  const [top, bottom] = [n / by, d / by];
  const most = BigInt(Number.MAX_SAFE_INTEGER);
  if (bottom <= most && top <= most && top >= -most) return [Number(top), Number(bottom)];
  const parts = [finest, 1000n, 1n].find((p) => (top < 0n ? -top : top) * p <= most * bottom);
  if (parts === undefined) throw new RangeError("a time is too long to be told in whole numbers");
  return reduced((2n * top * parts + (top < 0n ? -bottom : bottom)) / (2n * bottom), parts);
}

/** `n / d`, reduced. Pre: whole numbers, d not 0. */
export const ratio = (n: number, d = 1): Ratio => reduced(BigInt(n), BigInt(d));

export const secondsIn = ([n, d]: Ratio): number => n / d;

export const plus = ([a, b]: Ratio, [c, d]: Ratio): Ratio =>
  reduced(BigInt(a) * BigInt(d) + BigInt(c) * BigInt(b), BigInt(b) * BigInt(d));

export const minus = (a: Ratio, [c, d]: Ratio): Ratio => plus(a, [-c, d]);

export const times = ([a, b]: Ratio, [c, d]: Ratio): Ratio =>
  reduced(BigInt(a) * BigInt(c), BigInt(b) * BigInt(d));

/** Pre: `by` is not 0. */
export const over = (a: Ratio, [c, d]: Ratio): Ratio => times(a, c < 0 ? [-d, -c] : [d, c]);

/** Below 0 where `a` is less, 0 where they are equal, above 0 where it is more. */
export const compareRatios = ([a, b]: Ratio, [c, d]: Ratio): number => {
  const by = BigInt(a) * BigInt(d) - BigInt(c) * BigInt(b);
  return by < 0n ? -1 : by > 0n ? 1 : 0;
};

export const isSame = ([a, b]: Ratio, [c, d]: Ratio): boolean => a === c && b === d;

/** When a frame begins, in seconds. `rate`: frames a second, as a ratio. */
export const timeOfFrame = (frame: number, [frames, seconds]: Ratio): Ratio => ratio(frame * seconds, frames);
