/**
 * Fast evaluation of a smooth positive function of a positive float: a table with 512 linear pieces an octave,
 * found from the bits of the number itself. For powers between 0 and 3, and for sRGB's bend, the relative error stays
 * below 6e-6 (worst at that bend; elsewhere h²/8 · |x²f″/f| with h = 1/512 gives 2e-7), far under one step of a 16-bit picture.
 */
const pieceBits = 9;
const shift = 23 - pieceBits;
const fractionMask = (1 << shift) - 1;
const fractionScale = 1 / (1 << shift);
const lowestExponent = -20;
const highestExponent = 8;
const firstPiece = (127 + lowestExponent) << pieceBits;
const lastPiece = (127 + highestExponent) << pieceBits;

const scratchFloat = new Float32Array(1);
const scratchBits = new Int32Array(scratchFloat.buffer);

/** Smallest and largest argument that the table serves; beyond, the function itself is called. */
export const tableDomain = { min: 2 ** lowestExponent, max: 2 ** highestExponent };

/** Post: `|table(x) − f(x)| ≤ 6e-6 · |f(x)|` for such f; f must be defined from 0 up. */
export function octaveTable(f: (x: number) => number): (x: number) => number {
  const table = new Float64Array(lastPiece - firstPiece + 1);
  for (let i = 0; i < table.length; i++) {
    scratchBits[0] = (i + firstPiece) << shift;
    table[i] = f(scratchFloat[0]);
  }
  return (x) => {
    if (!(x >= tableDomain.min && x < tableDomain.max)) return f(x);
    scratchFloat[0] = x;
    const bits = scratchBits[0];
    const piece = (bits >> shift) - firstPiece;
    const low = table[piece];
    return low + (table[piece + 1] - low) * ((bits & fractionMask) * fractionScale);
  };
}
