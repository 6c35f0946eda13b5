import { applyTable, functionTable, halfACode, type ChannelFunction } from "../numeric/function-table";
import type { Frame } from "./frame";

/** An interleaved picture of sRGB codes, row by row: R G B, or R G B and one more, of 8 bits (bytes) or 16. */
export interface CodedPicture extends Frame {
  readonly codes: Uint8Array | Uint8ClampedArray | Uint16Array;
  /** Codes a pixel. */
  readonly channels: 3 | 4;
}

/** The code of an encoded 1. */
export const whiteCode = ({ codes }: Pick<CodedPicture, "codes">): number =>
  codes.BYTES_PER_ELEMENT === 2 ? 65535 : 255;

/** Where 16-bit codes are computed one by one, and how far apart above, where that is near enough. */
const spacing = [
  [0, 1],
  [2048, 4],
  [8192, 16],
  [65535, 16],
] as const;

/** A function of encoded values, 0…1, as a table over all codes of 8 or 16 bits, within half a code of 16 bits of it. */
export function sourceTable(f: ChannelFunction, white: 255 | 65535): Float32Array {
  if (white === 255) return Float32Array.from({ length: 256 }, (_, code) => f(code / 255));
  const table = new Float32Array(65536);
  let last = 0;
  table[0] = f(0);
  for (let s = 0; s + 1 < spacing.length; s++)
    while (last < spacing[s + 1][0]) {
      const next = Math.min(last + spacing[s][1], 65535);
      table[next] = f(next / 65535);
      const straight = (k: number) =>
        table[last] + ((table[next] - table[last]) * (k - last)) / (next - last);
      const middle = (last + next) >> 1;
      const value = next - last > 1 ? f(middle / 65535) : 0;
      // A kink is at least half as far away in the middle as where it is furthest.
      const near =
        next - last < 2 ||
        Math.abs(value - straight(middle)) <=
          0.5 * (halfACode.absolute + halfACode.relative * Math.abs(value));
      for (let k = last + 1; k < next; k++) table[k] = near ? straight(k) : f(k / 65535);
      last = next;
    }
  return table;
}

/*
 * Codes of 8 bits straight from the bits of a float: 2,048 entries an octave from 2⁻¹⁴ to 2⁴, for either sign, each with
 * the code of its middle. For sRGB's curve a code then changes within 0.03 of where it should; below 2⁻¹⁴ there is black.
 */
const shift = 12;
const firstEntry = (127 - 14) << 11;
const entries = 18 << 11;

const bits = new Int32Array(1);
const float = new Float32Array(bits.buffer);

/** How much of a code an encoded value may change over half an entry. */
const mostChange = 0.06;

/**
 * A function that gives encoded values as a table of 8-bit codes, see the kernel `encode8`: a code changes within 0.06 of
 * where it should. Null for a function that is too steep for that.
 */
export function codeTable(f: ChannelFunction): Uint8Array | null {
  const smooth = functionTable(f);
  if (!smooth) return null;
  const values = new Float32Array(2 * entries);
  for (let half = 0; half < 2; half++)
    for (let i = 0; i < entries; i++) {
      bits[0] = ((i + firstEntry) << shift) + (1 << (shift - 1));
      values[half * entries + i] = half === 0 ? float[0] : -float[0];
    }
  applyTable(smooth, values, 0, values.length);
  for (let half = 0; half < 2; half++)
    for (let i = 1; i < entries; i++) {
      const [a, b] = [values[half * entries + i - 1], values[half * entries + i]].map((v) =>
        Math.min(1, Math.max(0, v)),
      );
      if (Math.abs(b - a) * 255 > 2 * mostChange) return null;
    }
  const codes = new Uint8Array(values.length);
  for (let i = 0; i < values.length; i++) codes[i] = codeOf(values[i], 255);
  // What lies nearer to zero than the first entry is taken for it.
  if (codes[0] !== codeOf(f(0), 255) || codes[entries] !== codes[0]) return null;
  return codes;
}

/** An encoded value as a code, rounded; what lies outside is clipped, what is no number is black. */
export const codeOf = (encoded: number, white: number): number =>
  encoded > 0 ? (Math.min(1, encoded) * white + 0.5) | 0 : 0;

/** Decodes `count` pixels from pixel `first` on into the beginnings of three planes, by tables from `sourceTable`. The twin of the kernels `decode8` and `decode16`. */
export function decodeCodes(
  { codes, channels }: CodedPicture,
  first: number,
  count: number,
  tables: readonly Float32Array[],
  planes: readonly Float32Array[],
): void {
  for (let c = 0; c < 3; c++) {
    const [table, plane] = [tables[c], planes[c]];
    for (let i = 0, at = first * channels + c; i < count; i++, at += channels) plane[i] = table[codes[at]];
  }
}

/** Writes the first `count` encoded values of three planes as codes from pixel `first` on; a fourth channel becomes opaque. The twin of the kernels `round8` and `round16`. */
export function encodeCodes(
  planes: readonly Float32Array[],
  count: number,
  target: CodedPicture,
  first: number,
): void {
  const { codes, channels } = target;
  const white = whiteCode(target);
  for (let c = 0; c < 3; c++) {
    const plane = planes[c];
    for (let i = 0, at = first * channels + c; i < count; i++, at += channels)
      codes[at] = codeOf(plane[i], white);
  }
  if (channels === 4) for (let i = 0, at = first * 4 + 3; i < count; i++, at += 4) codes[at] = white;
}
