import { inverse, matrixOf } from "./matrix";

/*
 * OKLab for linear Rec. 709 / sRGB primaries, D65: a matrix to cone responses, their cube root, a matrix to L, a, b.
 * Source: B. Ottosson, "A perceptual color space for image processing", 2020 (matrices in the revision of 2021-01-25).
 * The ways back are the exact inverses, so that there and back changes nothing.
 */
const cones = [
  [0.4122214708, 0.5363325363, 0.0514459929],
  [0.2119034982, 0.6806995451, 0.1073969566],
  [0.0883024619, 0.2817188376, 0.6299787005],
];
const lab = [
  [0.2104542553, 0.793617785, -0.0040720468],
  [1.9779984951, -2.428592205, 0.4505937099],
  [0.0259040371, 0.7827717662, -0.808675766],
];

export const oklabMatrices = {
  toCones: matrixOf(cones),
  toLab: matrixOf(lab),
  fromLab: matrixOf(inverse(lab)),
  fromCones: matrixOf(inverse(cones)),
};
