import { inverse, matrixOf } from "./matrix";
import type { Lab } from "./ciede2000";
import { decodeSrgb } from "./srgb";

/** Linear Rec. 709 to XYZ, D65. Source: IEC 61966-2-1, with the matrix of CSS Color 4. */
export const toXyz = [
  [506752 / 1228815, 87881 / 245763, 12673 / 70218],
  [87098 / 409605, 175762 / 245763, 12673 / 175545],
  [7918 / 409605, 87881 / 737289, 1001167 / 1053270],
] as const;
/** White of the encoding, which is grey's colour: rows of the matrix added up. */
export const white = toXyz.map(([r, g, b]) => r + g + b);

const [epsilon, kappa] = [216 / 24389, 24389 / 27];

/** The function between XYZ against white and Lab. Source: CIE 15:2004, 8.2.1. */
export const labFunction = (t: number): number => (t > epsilon ? Math.cbrt(t) : (kappa * t + 16) / 116);
export const labInverse = (t: number): number => (t > 6 / 29 ? t * t * t : (116 * t - 16) / kappa);

const relative = toXyz.map((row, i) => row.map((v) => v / white[i]));
const fromFunctions = [
  [0, 116, 0],
  [500, -500, 0],
  [0, 200, -200],
];
const back = inverse(fromFunctions);

/** Lab as matrices around its function, for linear Rec. 709: L 0…100. */
export const labMatrices = {
  toXyz: matrixOf(relative),
  toLab: matrixOf(fromFunctions, [-16, 0, 0]),
  fromLab: matrixOf(
    back,
    back.map((row) => row[0] * 16),
  ),
  fromXyz: matrixOf(inverse(relative)),
};

/** CIE L*a*b* of linear Rec. 709, against its own white (D65). Source: CIE 15:2004, 8.2.1. */
export function linearToLab(r: number, g: number, b: number): Lab {
  const [x, y, z] = relative.map((row) => labFunction(row[0] * r + row[1] * g + row[2] * b));
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** The same of an sRGB colour with parts in 0…1. */
export const srgbToLab = (r: number, g: number, b: number): Lab =>
  linearToLab(decodeSrgb(r), decodeSrgb(g), decodeSrgb(b));
