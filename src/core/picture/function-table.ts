/** A function of one channel's value. It must be defined for every finite number. */
export type ChannelFunction = (x: number) => number;

/*
 * A smooth function of a float from a table with 512 straight pieces an octave, found from the bits of the number, for
 * either sign. For powers between 0 and 3, and for sRGB's bend, the relative error stays below 6e-6 (see octave-table).
 * Between ±2⁻²⁰ the function runs straight, beyond ±2⁸ its last piece goes on: both far outside of what is seen.
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

/** Values for positive arguments, then for negative ones. */
export function functionTable(f: ChannelFunction): Float32Array {
  const table = new Float32Array(2 * tableLength);
  for (let half = 0; half < 2; half++) {
    const sign = half === 0 ? 1 : -1;
    const base = half * tableLength;
    table[base] = f(0);
    for (let i = 0; i <= pieces; i++) {
      scratchBits[0] = (i + firstPiece) << shift;
      table[base + 1 + i] = f(sign * scratchFloat[0]);
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
