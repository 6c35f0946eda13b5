import { ciede2000 } from "../colour/ciede2000";
import { srgbToLab } from "../colour/lab";

/** The largest difference of any sample, in dB of full scale; null where there is none. Pre: planes of equal number; a missing end counts as silence. */
export function soundDifference(a: readonly Float32Array[], b: readonly Float32Array[]): number | null {
  let largest = 0;
  a.forEach((plane, c) => {
    const other = b[c];
    const length = Math.max(plane.length, other.length);
    for (let i = 0; i < length; i++) largest = Math.max(largest, Math.abs((plane[i] ?? 0) - (other[i] ?? 0)));
  });
  return largest === 0 ? null : 20 * Math.log10(largest);
}

/** The largest CIEDE2000 of any pixel of two pictures of one size, RGBA in 8-bit sRGB; null where all codes are equal. */
export function pictureDifference(a: Uint8ClampedArray, b: Uint8ClampedArray): number | null {
  let largest: number | null = null;
  for (let i = 0; i < a.length; i += 4) {
    if (a[i] === b[i] && a[i + 1] === b[i + 1] && a[i + 2] === b[i + 2]) continue;
    const lab = (codes: Uint8ClampedArray) =>
      srgbToLab(codes[i] / 255, codes[i + 1] / 255, codes[i + 2] / 255);
    largest = Math.max(largest ?? 0, ciede2000(lab(a), lab(b)));
  }
  return largest;
}
