import { inverse, product, transform } from "./matrix";

/** XYZ of a light of chromaticity x, y at Y = 1. */
export const whiteOf = (x: number, y: number): number[] => [x / y, 1, (1 - x - y) / y];

/** CIE 1960 u, v of x, y, and back. Source: CIE 15:2004. */
const toUv = (x: number, y: number) => [(4 * x) / (-2 * x + 12 * y + 3), (6 * y) / (-2 * x + 12 * y + 3)];
const fromUv = (u: number, v: number) => [(3 * u) / (2 * u - 8 * v + 4), (2 * v) / (2 * u - 8 * v + 4)];

/**
 * Chromaticity of daylight of a correlated colour temperature, 4000 K and above (D illuminants, up to 25000 K).
 * Source: CIE 15:2004, equations 3.2 to 3.4.
 */
function daylight(kelvin: number): number[] {
  const t = 1000 / kelvin;
  const x =
    kelvin <= 7000
      ? 0.244063 + 0.09911 * t + 2.9678 * t ** 2 - 4.607 * t ** 3
      : 0.23704 + 0.24748 * t + 1.9018 * t ** 2 - 2.0064 * t ** 3;
  return [x, -3 * x * x + 2.87 * x - 0.275];
}

/**
 * Chromaticity of a black body, 1667 K to 25000 K. Source: Kim et al. 2002 (US patent 7024034), a cubic fit to Planck's
 * law through the CIE 1931 observer.
 */
function planckian(kelvin: number): number[] {
  const t = 1000 / kelvin;
  const x =
    kelvin <= 4000
      ? -0.2661239 * t ** 3 - 0.234358 * t ** 2 + 0.8776956 * t + 0.17991
      : -3.0258469 * t ** 3 + 2.1070379 * t ** 2 + 0.2226347 * t + 0.24039;
  const y =
    kelvin <= 2222
      ? -1.1063814 * x ** 3 - 1.3481102 * x ** 2 + 2.18555832 * x - 0.20219683
      : kelvin <= 4000
        ? -0.9549476 * x ** 3 - 1.37418593 * x ** 2 + 2.09137015 * x - 0.16748867
        : 3.081758 * x ** 3 - 5.8733867 * x ** 2 + 3.75112997 * x - 0.37001483;
  return [x, y];
}

/**
 * Chromaticity of a light: the daylight locus from 4500 K, the black body's below 4000 K, blended between so that
 * nothing jumps; `tint` moves it across the locus, by thousandths of u, v, towards magenta where positive.
 */
export function lightOf(kelvin: number, tint: number): number[] {
  const blend = Math.min(1, Math.max(0, (kelvin - 4000) / 500));
  const at = (k: number) => {
    const [d, p] = [blend > 0 ? daylight(Math.max(4000, k)) : [0, 0], blend < 1 ? planckian(k) : [0, 0]];
    return d.map((v, i) => v * blend + p[i] * (1 - blend));
  };
  const [x, y] = at(kelvin);
  if (tint === 0) return [x, y];
  const [u, v] = toUv(x, y);
  const [u2, v2] = toUv(...(at(kelvin * 1.001) as [number, number]));
  const length = Math.hypot(u2 - u, v2 - v);
  // A quarter turn from the direction in which the temperature rises, away from green.
  return fromUv(u - ((v2 - v) / length) * (tint / 1000), v + ((u2 - u) / length) * (tint / 1000));
}

/** Cone matrices. Sources: CAT16: Li et al., Color Res. Appl. 42, 2017; Bradford: Lam 1985, as in Lindbloom's tables. */
export const cones = {
  cat16: [
    [0.401288, 0.650173, -0.051461],
    [-0.250268, 1.204414, 0.045854],
    [-0.002079, 0.048952, 0.953127],
  ],
  bradford: [
    [0.8951, 0.2664, -0.1614],
    [-0.7502, 1.7135, 0.0367],
    [0.0389, -0.0685, 1.0296],
  ],
} as const;

/** Matrix in XYZ that carries colours seen under one white to another: von Kries in the cones' space. */
export function adaptation(
  method: keyof typeof cones,
  from: readonly number[],
  to: readonly number[],
): number[][] {
  const m = cones[method];
  const [a, b] = [transform(m, from), transform(m, to)];
  return product(
    inverse(m),
    m.map((row, i) => row.map((v) => (v * b[i]) / a[i])),
  );
}
