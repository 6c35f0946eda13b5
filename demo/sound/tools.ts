import { section, SectionState, type SectionShape } from "../../src/core/signal/biquad";

export const sampleRate = 48000;

export const silence = (seconds: number) => new Float32Array(Math.round(seconds * sampleRate));

export function noise(seconds: number, random: () => number): Float32Array {
  return silence(seconds).map(() => random() * 2 - 1);
}

export function filtered(
  x: Float32Array,
  shape: SectionShape,
  frequency: number,
  q = 0.707,
  gain = 0,
): Float32Array {
  new SectionState(section(shape, frequency, q, gain, sampleRate)).process(x, x.length);
  return x;
}

/** Adds `part`, scaled, from a time on; what runs over the end is left out. */
export function add(to: Float32Array, part: Float32Array, atSeconds = 0, level = 1): void {
  const offset = Math.round(atSeconds * sampleRate);
  for (let i = 0; i < part.length && offset + i < to.length; i++)
    if (offset + i >= 0) to[offset + i] += part[i] * level;
}

/** Scales to a peak in dBFS. */
export function toPeak(planes: Float32Array[], peakDb: number): Float32Array[] {
  const peak = Math.max(...planes.map((p) => p.reduce((m, v) => Math.max(m, Math.abs(v)), 0)));
  const factor = 10 ** (peakDb / 20) / peak;
  return planes.map((p) => p.map((v) => v * factor));
}

/** A slow random curve around 1, for swells and unsteadiness. */
export function drift(
  seconds: number,
  rate: number,
  depth: number,
  random: () => number,
): (t: number) => number {
  const points = Array.from({ length: Math.ceil(seconds * rate) + 3 }, () => 1 + depth * (random() * 2 - 1));
  return (t) => {
    const at = t * rate;
    const i = Math.floor(at);
    const f = at - i;
    const s = f * f * (3 - 2 * f);
    return points[i] + (points[i + 1] - points[i]) * s;
  };
}
