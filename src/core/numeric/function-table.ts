/** A function of one channel's value. It must be defined for every finite number. */
export type ChannelFunction = (x: number) => number;

/** How far a table may be from its function: `absolute`, and `relative` of the function's value more. */
export interface Tolerance {
  readonly absolute: number;
  readonly relative: number;
}

/** Less than half a code of 16 bits: near white of encoded values, near black of linear ones. */
export const halfACode: Tolerance = { absolute: 2e-7, relative: 5e-6 };

/*
 * A function of a float by straight pieces, found from the bits of the number, for either sign: 512 an octave between
 * ±2⁻²⁰ and ±2⁸, beyond which the last piece goes on. Where a piece would be too far from the function, as at a kink or
 * a steep start, it is cut again, down to single floats where it must be; its lower end then holds, instead of a value, the
 * place of the finer pieces, as a NaN with a payload, so that pieces that are near enough cost nothing more. What lies
 * below 2⁻²⁰ runs straight from the value at 0, or by octaves too.
 */
const pieceBits = 9;
const shift = 23 - pieceBits;
const fractionMask = (1 << shift) - 1;
const lowestExponent = -20;
const highestExponent = 8;
const firstPiece = (127 + lowestExponent) << pieceBits;
/** Pieces of one sign; the values at their ends are one more, and one before them is the value at 0. */
const pieces = (highestExponent - lowestExponent) << pieceBits;
/** Values of one sign: at 0, and at both ends of every piece. */
const tableLength = pieces + 2;
/** A table has at most so many floats; functions that would need more have none. */
export const longestTable = 2 * tableLength + 2 ** 16;

/** Below the lowest octave: 128 pieces in each of 32 octaves more. */
const tinyBits = 7;
const tinyShift = 23 - tinyBits;
const lowestTiny = lowestExponent - 32;
const firstTiny = (127 + lowestTiny) << tinyBits;
const tinyPieces = (lowestExponent - lowestTiny) << tinyBits;

/** Bits by which a piece is cut again. */
const finer = [7, 10, shift] as const;

const tag = 0x7fc00000;
const tagged = 0x003fffff;
const placeOf = (word: number) => ((word & ~tagged) === tag ? word & tagged : 0);

const scratchFloat = new Float32Array(1);
const scratchBits = new Int32Array(scratchFloat.buffer);
function floatOf(bits: number): number {
  scratchBits[0] = bits;
  return scratchFloat[0];
}

/** Octaves in which all ends of pieces are computed, for positive and for negative arguments: where pictures are. */
const octaves = (from: number, to: number) => ({
  from: (from - lowestExponent) << pieceBits,
  to: (to - lowestExponent) << pieceBits,
});
const fine = [octaves(-12, 3), octaves(-8, 1)] as const;
/** Elsewhere only every eighth, unless what lies between bends too much for that. */
const coarse = 8;

/** Length of a piece in each octave. */
const lengths = Float64Array.from(
  { length: highestExponent - lowestExponent },
  (_, octave) => 2 ** (octave + lowestExponent - pieceBits),
);

/**
 * The table of a function: its values for positive arguments, then for negative ones, then finer pieces. Nowhere between
 * ±2⁸ is it further from the function than the tolerance, as far as how it bends from end to end of pieces, and the
 * middle of those where it does, can tell. Null for a function that cannot be held so in `longestTable` floats.
 */
export function functionTable(
  f: ChannelFunction,
  { absolute, relative }: Tolerance = halfACode,
): Float32Array | null {
  const main = new Float32Array(2 * tableLength);
  const words = new Int32Array(main.buffer);
  const more: number[] = [];
  const allowed = (value: number) => absolute + relative * Math.abs(value);
  // A kink somewhere in a piece is at least half as far away in the middle as where it is furthest.
  const isNear = (value: number, between: number) => Math.abs(value - between) <= 0.5 * allowed(value);
  for (let half = 0; half < 2; half++) {
    const sign = half === 0 ? 1 : -1;
    const at = half * tableLength + 1;
    const value = (bits: number) => f(sign * floatOf(bits));
    const end = (piece: number) => value((piece + firstPiece) << shift);
    /** `n`, and the values at the ends of 2ⁿ parts of what begins at some bits, or null where these are not fine enough. */
    const cut = (bits: number, span: number, n: number): number[] | null => {
      const step = span >> n;
      const ends: number[] = [];
      for (let k = 0; k <= 1 << n; k++) ends.push(value(bits + k * step));
      if (step > 1)
        for (let k = 0; k < 1 << n; k++)
          if (!isNear(value(bits + k * step + (step >> 1)), (ends[k] + ends[k + 1]) / 2)) return null;
      return [n, ...ends];
    };
    const point = (place: number, values: readonly number[]) => {
      words[place] = tag | (main.length + more.length);
      for (const v of values) more.push(v);
    };
    /** Ends of pieces, as doubles, and how steep each piece is. */
    const ends = new Float64Array(pieces + 1);
    const slopes = new Float64Array(pieces);
    /** How far the function may be from a straight line over some pieces, by slopes before, there and after: a kink's bend is all in two of them. */
    const bend = (from: number, step: number) => {
      const own = slopes[from];
      const before = from >= step ? Math.abs(own - slopes[from - step]) : 0;
      const after = from + step < pieces ? Math.abs(slopes[from + step] - own) : 0;
      return ((before + after) * step * lengths[from >> pieceBits]) / 4;
    };
    const measure = (from: number, step: number) =>
      (slopes[from] = (ends[from + step] - ends[from]) / (step * lengths[from >> pieceBits]));

    for (let i = 0; i <= pieces; i += coarse) ends[i] = end(i);
    for (let i = 0; i < pieces; i += coarse) measure(i, coarse);
    const bent: number[] = [];
    for (let i = 0; i < pieces; i += coarse)
      if ((i >= fine[half].from && i < fine[half].to) || bend(i, coarse) > allowed(ends[i])) bent.push(i);
    for (let i = 0; i < pieces; i += coarse) {
      const step = (ends[i + coarse] - ends[i]) / coarse;
      for (let k = 1; k < coarse; k++) ends[i + k] = ends[i] + step * k;
    }
    for (const i of bent) for (let k = 1; k < coarse; k++) ends[i + k] = end(i + k);
    for (let i = 0; i < pieces; i++) measure(i, 1);
    main.set(ends, at);

    const zero = (main[at - 1] = f(0));
    if (
      [0.5, 0.25, 2 ** -6, 2 ** -12].some(
        (share) => !isNear(f(sign * 2 ** lowestExponent * share), zero + (ends[0] - zero) * share),
      )
    ) {
      const tiny = [zero];
      for (let p = 0; p <= tinyPieces; p++) tiny.push(value((firstTiny + p) << tinyShift));
      point(at - 1, tiny);
    }
    for (const group of bent)
      for (let i = group; i < group + coarse; i++) {
        if (bend(i, 1) <= allowed(ends[i])) continue;
        const bits = (i + firstPiece) << shift;
        if (isNear(value(bits + (1 << (shift - 1))), (ends[i] + ends[i + 1]) / 2)) continue;
        let parts: number[] | null = null;
        for (const n of finer) if ((parts = cut(bits, 1 << shift, n))) break;
        if (main.length + more.length + parts!.length > longestTable) return null;
        point(at + i, parts!);
      }
  }
  if (more.length === 0) return main;
  const table = new Float32Array(main.length + more.length);
  table.set(main);
  table.set(more, main.length);
  return table;
}

/** The value at an end of a piece, which may hold the place of finer ones. */
const valueAt = (table: Float32Array, words: Int32Array, at: number): number => {
  const place = placeOf(words[at]);
  return place === 0 ? table[at] : table[place + 1];
};

/** The function at a float, by its bits, wherever it lies. */
function look(table: Float32Array, words: Int32Array, bits: number): number {
  const base = bits < 0 ? tableLength + 1 : 1;
  const magnitude = bits & 0x7fffffff;
  const piece = (magnitude >> shift) - firstPiece;
  if (piece < 0) {
    const place = placeOf(words[base - 1]);
    if (place === 0)
      return (
        table[base - 1] +
        (valueAt(table, words, base) - table[base - 1]) * (floatOf(magnitude) / 2 ** lowestExponent)
      );
    const tiny = (magnitude >> tinyShift) - firstTiny;
    if (tiny < 0)
      return table[place] + (table[place + 1] - table[place]) * (floatOf(magnitude) / 2 ** lowestTiny);
    const low = table[place + 1 + tiny];
    return low + (table[place + 2 + tiny] - low) * ((magnitude & ((1 << tinyShift) - 1)) / (1 << tinyShift));
  }
  if (piece >= pieces) {
    const last = table[base + pieces];
    const slope =
      (last - valueAt(table, words, base + pieces - 1)) / (2 ** highestExponent * 2 ** -(pieceBits + 1));
    return last + slope * (floatOf(magnitude) - 2 ** highestExponent);
  }
  const place = placeOf(words[base + piece]);
  const fraction = magnitude & fractionMask;
  if (place === 0) {
    const low = table[base + piece];
    return low + (valueAt(table, words, base + piece + 1) - low) * (fraction / (1 << shift));
  }
  const rest = shift - table[place];
  const at = place + 1 + (fraction >> rest);
  return table[at] + (table[at + 1] - table[at]) * ((fraction & ((1 << rest) - 1)) / (1 << rest));
}

/** Replaces `count` values of `x` from `from` on by the function of a table. The plain twin of the kernel `applyTable`. */
export function applyTable(table: Float32Array, x: Float32Array, from: number, count: number): void {
  const bits = new Int32Array(x.buffer, x.byteOffset + from * 4, count);
  const words = new Int32Array(table.buffer, table.byteOffset, table.length);
  const scale = 1 / (1 << shift);
  for (let i = 0; i < count; i++) {
    const b = bits[i];
    const magnitude = b & 0x7fffffff;
    const piece = (magnitude >> shift) - firstPiece;
    const at = piece + (b < 0 ? tableLength + 1 : 1);
    const low = table[at];
    const value = low + (table[at + 1] - low) * ((magnitude & fractionMask) * scale);
    x[from + i] = piece >= 0 && piece < pieces && value === value ? value : look(table, words, b);
  }
}
