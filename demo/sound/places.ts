import { randomFrom } from "../random";
import { add, drift, filtered, noise, sampleRate, silence, toPeak } from "./tools";

/** Waves on shingle, in stereo: several swells that come and go on their own. */
export function sea(seconds: number, seed: number): Float32Array[] {
  return [0, 1].map((side) => {
    const random = randomFrom(seed + side * 7);
    const out = silence(seconds);
    for (const [frequency, q, rate, level] of [
      [180, 0.5, 0.25, 0.9],
      [700, 0.6, 0.35, 0.5],
      [3200, 0.5, 0.5, 0.22],
    ]) {
      const swell = drift(seconds, rate, 0.8, random);
      const wash = filtered(noise(seconds, random), "band-pass", frequency, q);
      add(
        out,
        wash.map((v, i) => v * swell(i / sampleRate) ** 2),
        0,
        level,
      );
    }
    return toPeak([out], -12)[0];
  });
}

/** Two long calls of a reed horn over the sea, with the cliff's answer. */
export function foghorn(seconds: number, seed: number): Float32Array[] {
  const [left, right] = sea(seconds, seed).map((p) => p.map((v) => v * 0.35));
  const random = randomFrom(seed + 99);
  for (const start of [0.8, 6.6]) {
    const length = 3.4;
    const call = silence(length);
    const unsteady = drift(length, 5, 0.004, random);
    let phase = 0;
    for (let i = 0; i < call.length; i++) {
      const t = i / sampleRate;
      const sag = t > length - 0.7 ? 1 - 0.12 * (t - length + 0.7) : 1;
      phase += (146 * unsteady(t) * sag) / sampleRate;
      const p = phase % 1;
      const envelope = Math.min(1, t / 0.25) * Math.min(1, (length - t) / 0.35);
      call[i] = envelope * (2 * p - 1 + 0.7 * Math.sin(2 * Math.PI * phase * 0.5) + 0.08 * (random() - 0.5));
    }
    filtered(filtered(call, "low-pass", 900), "bell", 300, 1.2, 6);
    add(left, call, start, 0.3);
    add(right, call, start + 0.0006, 0.27);
    const answer = filtered(call.slice(), "low-pass", 420);
    add(left, answer, start + 1.15, 0.05);
    add(right, answer, start + 1.31, 0.08);
  }
  return toPeak([left, right], -3);
}

/** A ramp going down: engine, chain and a last clank. */
export function ferryRamp(seconds: number, seed: number): Float32Array[] {
  const random = randomFrom(seed);
  const out = silence(seconds);
  const load = drift(seconds, 0.6, 0.25, random);
  let phase = 0;
  const engine = silence(seconds).map((_, i) => {
    phase += (27 * load(i / sampleRate)) / sampleRate;
    return Math.exp(-6 * (phase % 1)) + 0.4 * Math.exp(-9 * ((phase * 2) % 1)) + 0.1 * (random() - 0.5);
  });
  add(out, filtered(filtered(engine, "high-pass", 35), "low-pass", 400), 0, 0.8);
  for (let t = 1; t < seconds - 3; t += 0.16 + random() * 0.05)
    add(out, strike([640, 1410, 2290], 0.09, random), t, 0.06);
  for (const t of [seconds - 2.6, seconds - 2.2]) add(out, strike([92, 171, 388, 905], 0.9, random), t, 0.8);
  const right = silence(seconds);
  add(right, out, 0.0011, 0.9);
  return toPeak([out, right], -6);
}

/** A struck thing: decaying partials and a short knock. */
function strike(partials: readonly number[], decay: number, random: () => number): Float32Array {
  const out = silence(decay * 2.5);
  partials.forEach((f, k) => {
    const detuned = f * (1 + 0.02 * (random() - 0.5));
    for (let i = 0; i < out.length; i++) {
      const t = i / sampleRate;
      out[i] += (Math.sin(2 * Math.PI * detuned * t) * Math.exp((-3 * (1 + k * 0.6) * t) / decay)) / (1 + k);
    }
  });
  add(out, filtered(noise(0.012, random), "band-pass", 2200, 0.8), 0, 0.7);
  return out;
}

/** A mallet on a caulking iron, near a wooden hull. */
export function caulking(seconds: number, seed: number): Float32Array[] {
  const random = randomFrom(seed);
  const out = silence(seconds);
  for (let t = 0.5; t < seconds - 1;) {
    const blows = 3 + Math.floor(random() * 3);
    for (let b = 0; b < blows && t < seconds - 0.6; b++, t += 0.34 + random() * 0.04)
      add(out, strike([310 + b * 14, 742, 1630, 3120], 0.16, random), t, 0.6 + random() * 0.4);
    t += 0.7 + random() * 0.5;
  }
  add(out, filtered(noise(seconds, random), "low-pass", 240), 0, 0.05);
  return toPeak([out], -4);
}

/** Terns over a ledge: short falling cries from all sides, wind below. */
export function terns(seconds: number, seed: number): Float32Array[] {
  const random = randomFrom(seed);
  const left = silence(seconds);
  const right = silence(seconds);
  for (let t = 0.2; t < seconds - 0.5; t += 0.08 + random() ** 2 * 0.7) {
    const length = 0.07 + random() * 0.16;
    const top = 3400 + random() * 1900;
    const cry = silence(length);
    let phase = 0;
    for (let i = 0; i < cry.length; i++) {
      const x = i / cry.length;
      phase += (top * (1 - 0.32 * x + 0.03 * Math.sin(x * 70))) / sampleRate;
      cry[i] =
        Math.sin(Math.PI * x) ** 0.7 *
        (Math.sin(2 * Math.PI * phase) + 0.5 * Math.sin(4 * Math.PI * phase) + 0.2 * (random() - 0.5));
    }
    const side = random();
    const near = 0.15 + random() ** 3;
    add(left, cry, t, near * Math.cos((side * Math.PI) / 2));
    add(right, cry, t, near * Math.sin((side * Math.PI) / 2));
  }
  const wind = drift(seconds, 0.5, 0.7, random);
  for (const plane of [left, right])
    add(
      plane,
      filtered(noise(seconds, random), "band-pass", 260, 0.5).map((v, i) => v * wind(i / sampleRate)),
      0,
      0.35,
    );
  return toPeak([left, right], -7);
}
