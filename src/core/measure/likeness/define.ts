/** How far apart two things are in one respect. */
export interface Part {
  /** In a word or two, for people. */
  readonly name: string;
  /** In the unit of the medium: dB of sounds, CIEDE2000 of pictures. */
  readonly apart: number;
}

/** How far apart two things are: the root of the sum of its parts' squares. */
export interface Apart {
  readonly total: number;
  /** The largest first. */
  readonly parts: readonly Part[];
}

export const apartBy = (parts: readonly Part[]): Apart => ({
  total: Math.hypot(...parts.map(({ apart }) => apart)),
  parts: [...parts].sort((a, b) => b.apart - a.apart),
});

/** Root mean square of the differences between two stretches of numbers. */
export function rmsApart(
  a: ArrayLike<number>,
  b: ArrayLike<number>,
  from: number,
  to: number,
  shift = 0,
): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum += (a[i] - b[i] - shift) ** 2;
  return Math.sqrt(sum / (to - from));
}
