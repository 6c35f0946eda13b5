import { octaveTable } from "./octave-table";

/*
 * OKLab for linear Rec. 709 / sRGB primaries, D65. Source: B. Ottosson, "A perceptual color space for image
 * processing", 2020 (matrices in the revision of 2021-01-25).
 */
const cubeRoot = octaveTable(Math.cbrt);
const root = (x: number) => (x < 0 ? -cubeRoot(-x) : cubeRoot(x));

/** Turns linear R, G, B into L, a, b in place, the first `count` values. */
export function linearToOklab([r, g, b]: readonly Float32Array[], count: number): void {
  for (let i = 0; i < count; i++) {
    const R = r[i];
    const G = g[i];
    const B = b[i];
    const l = root(0.4122214708 * R + 0.5363325363 * G + 0.0514459929 * B);
    const m = root(0.2119034982 * R + 0.6806995451 * G + 0.1073969566 * B);
    const s = root(0.0883024619 * R + 0.2817188376 * G + 0.6299787005 * B);
    r[i] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
    g[i] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
    b[i] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
  }
}

/** Turns L, a, b into linear R, G, B in place, the first `count` values. */
export function oklabToLinear([first, second, third]: readonly Float32Array[], count: number): void {
  for (let i = 0; i < count; i++) {
    const L = first[i];
    const a = second[i];
    const b = third[i];
    const l = L + 0.3963377774 * a + 0.2158037573 * b;
    const m = L - 0.1055613458 * a - 0.0638541728 * b;
    const s = L - 0.0894841775 * a - 1.291485548 * b;
    const l3 = l * l * l;
    const m3 = m * m * m;
    const s3 = s * s * s;
    first[i] = 4.0767416621 * l3 - 3.3077115913 * m3 + 0.2309699292 * s3;
    second[i] = -1.2684380046 * l3 + 2.6097574011 * m3 - 0.3413193965 * s3;
    third[i] = -0.0041960863 * l3 - 0.7034186147 * m3 + 1.707614701 * s3;
  }
}
