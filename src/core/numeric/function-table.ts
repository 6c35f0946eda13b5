/** A function of one channel's value. It must be defined for every finite number. */
export type ChannelFunction = (x: number) => number;

/*
 * A smooth function of a float from a table with 512 straight pieces an octave, found from the bits of the number, for
 * either sign. For powers between 0 and 3, and for sRGB's bend, the relative error stays below 6e-6 between 2⁻¹² and 2³
 * (h²/8 · |x²f″/f| with h = 1/512 gives 2e-7, worst at the bend), and below 4e-4 for darker, much brighter and most negative values, where less is seen. Between ±2⁻²⁰ the function runs straight, beyond ±2⁸ its last piece goes on: both far outside of what is seen.
 */
const pieceBits = 9;
const shift = 23 - pieceBits;
const fractionMask = (1 << shift) - 1;
const lowestExponent = -20;
const highestExponent = 8;
const firstPiece = (127 + lowestExponent) << pieceBits;
/** Pieces of one sign; the values at their ends are one more, and one before them is the value at 0. */
export const pieces = (highestExponent - lowestExponent) << pieceBits;
/** Values of one sign: at 0, and at both ends of every piece. */
export const tableLength = pieces + 2;

const scratchFloat = new Float32Array(1);
const scratchBits = new Int32Array(scratchFloat.buffer);

/** Octaves in which the function is computed at the end of every piece, for either sign; elsewhere at every eighth. */
const octaves = (from: number, to: number) => ({ from: (from - lowestExponent) << pieceBits, to: (to - lowestExponent) << pieceBits });
const fine = [octaves(-12, 3), octaves(-8, 1)] as const;
const coarseStep = 8;

/** Values for positive arguments, then for negative ones. */
export function functionTable(f: ChannelFunction): Float32Array {
  const table = new Float32Array(2 * tableLength);
  for (let half = 0; half < 2; half++) {
    const sign = half === 0 ? 1 : -1;
    const at = half * tableLength + 1;
    const value = (i: number) => {
      scratchBits[0] = (i + firstPiece) << shift;
      return f(sign * scratchFloat[0]);
    };
    table[at - 1] = f(0);
    for (let i = 0; i <= pieces; ) {
      table[at + i] = value(i);
      if (i >= fine[half].from && i < fine[half].to) {
        i++;
        continue;
      }
      // Pieces are equally long within an octave, so that straight between two places is straight in the argument.
      const next = Math.min(pieces, i + coarseStep);
      const end = i === pieces ? table[at + i] : value(next);
      for (let k = i + 1; k < next; k++) table[at + k] = table[at + i] + ((end - table[at + i]) * (k - i)) / (next - i);
      i = i === pieces ? pieces + 1 : next;
    }
  }
  return table;
}

/** Replaces `count` values of `x` from `from` on by the function of a table. The plain twin of the kernel `applyTable`. */
export function applyTable(table: Float32Array, x: Float32Array, from: number, count: number): void {
  const bits = new Int32Array(x.buffer, x.byteOffset + from * 4, count);
  const nearZero = 2 ** lowestExponent;
  const scale = 1 / (1 << shift);
  for (let i = 0; i < count; i++) {
    const b = bits[i];
    const base = b < 0 ? tableLength + 1 : 1;
    const magnitude = b & 0x7fffffff;
    const piece = (magnitude >> shift) - firstPiece;
    if (piece < 0) {
      scratchBits[0] = magnitude;
      x[from + i] = table[base - 1] + (table[base] - table[base - 1]) * (scratchFloat[0] / nearZero);
    } else if (piece >= pieces) {
      scratchBits[0] = magnitude;
      const slope = (table[base + pieces] - table[base + pieces - 1]) / (2 ** highestExponent - 2 ** highestExponent * (1 - 2 ** -(pieceBits + 1)));
      x[from + i] = table[base + pieces] + slope * (scratchFloat[0] - 2 ** highestExponent);
    } else {
      const low = table[base + piece];
      x[from + i] = low + (table[base + piece + 1] - low) * ((magnitude & fractionMask) * scale);
    }
  }
}
