/** A stretch of a file that a clip uses, in its samples, or its frames where it is a film: `from` up to `to`. */
export interface Part {
  readonly from: number;
  readonly to: number;
  /** Samples over which a sound comes and goes, where a neighbour that it was cut from goes and comes. */
  readonly fadeIn: number;
  readonly fadeOut: number;
}

/** What is used of a file: where it lies in the file, all of it where no part is named. */
interface Used {
  /** Samples or frames that are used. */
  readonly frames: number;
  readonly part?: Part;
  /** Those of the whole file, where only a part of it is used. */
  readonly whole?: number;
}

/** The same facts of a part of a file; of all of it where there is none. */
export const partOf = <Facts extends Used & { readonly peaks?: readonly number[] }>(
  facts: Facts,
  part: Part | null,
): Facts =>
  part
    ? {
        ...facts,
        frames: part.to - part.from,
        part,
        whole: facts.frames,
        ...(facts.peaks && {
          peaks: peaksWithin(facts.peaks, part.from / facts.frames, part.to / facts.frames),
        }),
      }
    : facts;

/** Pairs of lowest and highest value that lie within shares of the whole; at least one pair. */
function peaksWithin(peaks: readonly number[], from: number, to: number): number[] {
  const pairs = peaks.length / 2;
  const first = Math.min(pairs - 1, Math.floor(from * pairs));
  return peaks.slice(first * 2, Math.max(first + 1, Math.ceil(to * pairs)) * 2);
}

/** Where a plane's samples lie in a file of planes one after another: its first one, and how far apart planes begin. */
export const placeInFile = ({ frames, part, whole = frames }: Used): { first: number; stride: number } => ({
  first: part?.from ?? 0,
  stride: whole,
});

/** The gain of the n-th of `length` samples of a fade that begins; that of one that ends is one minus it, so that both sum to one. */
const rise = (n: number, length: number): number => Math.sin((Math.PI / 2) * ((n + 0.5) / length)) ** 2;

/**
 * Lets a part come and go, in place: `plane` holds its samples from the `start`-th on. Two parts that overlap where the one
 * goes and the other comes sum to what they were cut from (an equal-gain cross-fade).
 */
export function fadeEdges(plane: Float32Array, start: number, { from, to, fadeIn, fadeOut }: Part): void {
  const end = start + plane.length;
  for (let n = Math.max(0, start); n < Math.min(fadeIn, end); n++) plane[n - start] *= rise(n, fadeIn);
  const goes = to - from - fadeOut;
  for (let n = Math.max(goes, start); n < Math.min(to - from, end); n++)
    plane[n - start] *= 1 - rise(n - goes, fadeOut);
}

/** The same on samples that somebody else keeps: they are copied where a fade touches them. */
export function withFadedEdges(
  planes: readonly Float32Array[],
  start: number,
  part: Part | undefined,
): readonly Float32Array[] {
  const end = start + planes[0].length;
  if (!part || (start >= part.fadeIn && end <= part.to - part.from - part.fadeOut)) return planes;
  return planes.map((plane) => {
    const own = plane.slice();
    fadeEdges(own, start, part);
    return own;
  });
}
