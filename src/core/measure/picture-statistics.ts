import { ciede2000 } from "../colour/ciede2000";
import { srgbToLab } from "../colour/lab";

export interface DifferenceStatistics {
  readonly mean: number;
  readonly p95: number;
  readonly max: number;
}

/** CIEDE2000 of every pixel of two pictures of one size: interleaved R, G, B codes up to `white`. Source: see `ciede2000`. */
export function differenceStatistics(
  a: ArrayLike<number>,
  b: ArrayLike<number>,
  white: number,
): DifferenceStatistics {
  const count = a.length / 3;
  const all = new Float32Array(count);
  let sum = 0;
  for (let i = 0; i < count; i++) {
    const at = i * 3;
    if (a[at] === b[at] && a[at + 1] === b[at + 1] && a[at + 2] === b[at + 2]) continue;
    const lab = (codes: ArrayLike<number>) =>
      srgbToLab(codes[at] / white, codes[at + 1] / white, codes[at + 2] / white);
    sum += all[i] = ciede2000(lab(a), lab(b));
  }
  all.sort();
  return { mean: sum / count, p95: all[Math.min(count - 1, Math.floor(0.95 * count))], max: all[count - 1] };
}

/**
 * Waveform data: for each of `columns` columns of the picture how often each of `levels` levels of a channel occurs,
 * column by column. `codes` is RGBA in 8 bits. Source: the waveform monitor of the trade, as ITU-R BT.814 uses it.
 */
export function waveformData(
  codes: Uint8ClampedArray,
  width: number,
  columns: number,
  levels: number,
  channel: 0 | 1 | 2,
): Uint32Array {
  const out = new Uint32Array(columns * levels);
  for (let i = channel, n = 0; i < codes.length; i += 4, n++) {
    const column = Math.floor(((n % width) * columns) / width);
    out[column * levels + Math.min(levels - 1, (codes[i] * levels) >> 8)]++;
  }
  return out;
}

/**
 * Vectorscope data: how often each pair of colour differences occurs, `size` steps from −0.5 to 0.5 each, rows of Cr
 * from top to bottom of columns of Cb. `codes` is RGBA in 8-bit sRGB. Source: ITU-R BT.709, colour-difference signals.
 */
export function vectorscopeData(codes: Uint8ClampedArray, size: number): Uint32Array {
  const out = new Uint32Array(size * size);
  const step = (v: number) => Math.min(size - 1, Math.max(0, Math.floor((v + 0.5) * size)));
  for (let i = 0; i < codes.length; i += 4) {
    const [r, g, b] = [codes[i] / 255, codes[i + 1] / 255, codes[i + 2] / 255];
    const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
    out[step(-(r - y) / 1.5748) * size + step((b - y) / 1.8556)]++;
  }
  return out;
}

/** Shares of pixels with a channel at either end of its codes. `codes` is RGBA in 8 bits. */
export function clipping(codes: Uint8ClampedArray): { readonly black: number; readonly white: number } {
  let [black, white] = [0, 0];
  for (let i = 0; i < codes.length; i += 4) {
    if (codes[i] === 0 || codes[i + 1] === 0 || codes[i + 2] === 0) black++;
    if (codes[i] === 255 || codes[i + 1] === 255 || codes[i + 2] === 255) white++;
  }
  return { black: (4 * black) / codes.length, white: (4 * white) / codes.length };
}

/** Levels of luma of a picture, 0…1: the darkest and the lightest hundredth of its pixels lie beyond the outer two. */
export interface LumaLevels {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

/**
 * Levels of luma. `codes` is RGBA in 8-bit sRGB; of large pictures only some pixels are looked at. Source of the weights:
 * ITU-R BT.709, of encoded values.
 */
export function lumaLevels(codes: Uint8ClampedArray): LumaLevels {
  const pixels = codes.length / 4;
  // Odd, so that no column of a usual width is looked at alone.
  const step = 2 * Math.floor(pixels / 131_072) + 1;
  const counts = new Uint32Array(256);
  let all = 0;
  for (let n = 0; n < pixels; n += step, all++)
    counts[
      Math.min(255, Math.round(0.2126 * codes[4 * n] + 0.7152 * codes[4 * n + 1] + 0.0722 * codes[4 * n + 2]))
    ]++;
  const at = (share: number) => {
    let level = 0;
    for (let seen = counts[0]; seen <= share * (all - 1) && level < 255;) seen += counts[++level];
    return level / 255;
  };
  return { low: at(0.01), middle: at(0.5), high: at(0.99) };
}
