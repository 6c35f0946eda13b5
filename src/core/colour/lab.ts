import type { Lab } from "./ciede2000";
import { decodeSrgb } from "./srgb";

/** Linear Rec. 709 to XYZ, D65. Source: IEC 61966-2-1, with the matrix of CSS Color 4. */
const toXyz = [
  [506752 / 1228815, 87881 / 245763, 12673 / 70218],
  [87098 / 409605, 175762 / 245763, 12673 / 175545],
  [7918 / 409605, 87881 / 737289, 1001167 / 1053270],
] as const;
/** White of the encoding, which is grey's colour: rows of the matrix added up. */
const white = toXyz.map(([r, g, b]) => r + g + b);

const [epsilon, kappa] = [216 / 24389, 24389 / 27];
const f = (t: number) => (t > epsilon ? Math.cbrt(t) : (kappa * t + 16) / 116);

/** CIE L*a*b* of an sRGB colour with parts in 0…1, against its own white (D65). Source: CIE 15:2004, 8.2.1. */
export function srgbToLab(r: number, g: number, b: number): Lab {
  const linear = [decodeSrgb(r), decodeSrgb(g), decodeSrgb(b)];
  const [x, y, z] = toXyz.map((row, i) => f((row[0] * linear[0] + row[1] * linear[1] + row[2] * linear[2]) / white[i]));
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}
