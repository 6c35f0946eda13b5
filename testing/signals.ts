import type { Chain, Json } from "../src/core/chain/model";

/** A chain of one setting. */
export const one = (effect: string, values: Record<string, Json> = {}, mix = 100): Chain => ({
  medium: effect.startsWith("audio.") ? "audio" : "image",
  settings: [{ effect, values, on: true, mix }],
});

export const sine = (frequency: number, sampleRate: number, length: number, amplitude = 1): Float32Array =>
  Float32Array.from({ length }, (_, i) => amplitude * Math.sin((2 * Math.PI * frequency * i) / sampleRate));

/** Reproducible white noise, −1…1 (the generator of Numerical Recipes, 32 bits). */
export function noise(length: number, seed = 1, amplitude = 1): Float32Array {
  let state = seed >>> 0;
  return Float32Array.from(
    { length },
    () => ((state = (Math.imul(1664525, state) + 1013904223) >>> 0) / 2 ** 31 - 1) * amplitude,
  );
}

/** Root mean square in dB of full scale, from one sample up to another. */
export function rmsDb(x: Float32Array, from = 0, to = x.length): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum += x[i] * x[i];
  return 10 * Math.log10(sum / (to - from) + 1e-30);
}

/** Amplitude of a frequency in a stretch of a signal, by projection on it. */
export function amplitudeAt(
  x: Float32Array,
  frequency: number,
  sampleRate: number,
  from = 0,
  to = x.length,
): number {
  let re = 0;
  let im = 0;
  let weight = 0;
  for (let i = from; i < to; i++) {
    const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * (i - from)) / (to - from));
    re += window * x[i] * Math.cos((2 * Math.PI * frequency * i) / sampleRate);
    im += window * x[i] * Math.sin((2 * Math.PI * frequency * i) / sampleRate);
    weight += window;
  }
  return (2 * Math.hypot(re, im)) / weight;
}
