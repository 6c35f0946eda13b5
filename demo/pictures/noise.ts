/** A hash of a lattice point to 0…1. */
const lattice = (x: number, y: number, seed: number): number => {
  let h = Math.imul(x | 0, 374761393) ^ Math.imul(y | 0, 668265263) ^ Math.imul(seed, 2246822519);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
};

/** Smooth value noise, 0…1. */
export function valueNoise(x: number, y: number, seed: number): number {
  const xi = Math.floor(x);
  const yi = Math.floor(y);
  const fx = x - xi;
  const fy = y - yi;
  const u = fx * fx * (3 - 2 * fx);
  const v = fy * fy * (3 - 2 * fy);
  const a = lattice(xi, yi, seed);
  const b = lattice(xi + 1, yi, seed);
  const c = lattice(xi, yi + 1, seed);
  const d = lattice(xi + 1, yi + 1, seed);
  return a + (b - a) * u + (c - a + (a - b - c + d) * u) * v;
}

/** Several octaves of value noise, about 0…1. */
export function fbm(x: number, y: number, octaves: number, seed: number): number {
  let sum = 0;
  let level = 0.5;
  for (let o = 0; o < octaves; o++) {
    sum += level * valueNoise(x, y, seed + o);
    level *= 0.5;
    x = x * 2.03 + 17.1;
    y = y * 2.03 + 9.7;
  }
  // The octaves' levels add up to 1 − 2·level.
  return sum / (1 - 2 * level);
}

export const smooth = (low: number, high: number, x: number): number => {
  const t = Math.min(1, Math.max(0, (x - low) / (high - low)));
  return t * t * (3 - 2 * t);
};
