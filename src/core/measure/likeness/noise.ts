/** A generator of white noise with a seed, −1…1 (Numerical Recipes, 32 bits). */
export function whiteNoise(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(1664525, state) + 1013904223) >>> 0) / 2 ** 31 - 1;
}
