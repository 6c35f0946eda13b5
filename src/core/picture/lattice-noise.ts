/** A reproducible number −1…1 for a place of an integer lattice: a hash, so that no picture's size or cut matters. */
function latticeValue(x: number, y: number, seed: number): number {
  let h = Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca77) ^ Math.imul(seed, 0xc2b2ae3d);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return ((h ^ (h >>> 15)) >>> 0) / 2 ** 31 - 1;
}

/**
 * Smooth noise at any place, −1…1: lattice values joined by the quintic 6t⁵ − 15t⁴ + 10t³.
 * Source: value noise; fade curve of Perlin, "Improving Noise", SIGGRAPH 2002.
 */
export function smoothNoise(x: number, y: number, seed: number): number {
  const [ix, iy] = [Math.floor(x), Math.floor(y)];
  const fade = (t: number) => t * t * t * (t * (t * 6 - 15) + 10);
  const [u, v] = [fade(x - ix), fade(y - iy)];
  const row = (at: number) => {
    const left = latticeValue(ix, at, seed);
    return left + (latticeValue(ix + 1, at, seed) - left) * u;
  };
  const top = row(iy);
  return top + (row(iy + 1) - top) * v;
}
