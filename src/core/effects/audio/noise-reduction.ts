import { fromDecibels } from "../../signal/decibels";
import { SpectralFrames } from "../../signal/spectral-frames";
import { defineAudioEffect, type Learnt } from "../define";
import { decibels, percent } from "../parameter";

/** Frames of the quietest parts that make the noise's profile: a twentieth of all, within these bounds. */
const fewest = 8;
const most = 200;

/** Frame length: 43 ms at any rate, as a power of two. */
const sizeAt = (sampleRate: number) => 2 ** Math.round(Math.log2((2048 * sampleRate) / 48_000));

/** Exponential integral E1(x) for x > 0. Source: Abramowitz & Stegun, Handbook of Mathematical Functions, 5.1.11 and 5.1.22. */
export function exponentialIntegral(x: number): number {
  if (x < 1) {
    let sum = -0.5772156649015329 - Math.log(x);
    let term = -1;
    for (let k = 1; k < 30; k++) {
      term *= -x / k;
      sum += term / k;
    }
    return sum;
  }
  let f = 0;
  for (let k = 40; k >= 1; k--) f = k / (1 + k / (x + f));
  return Math.exp(-x) / (x + f);
}

/**
 * Takes steady noise away. The quietest frames of the material tell each bin's usual noise power; each bin's gain
 * follows from how far it rises above it: G = ξ/(1+ξ) · exp(½·E1(v)), v = ξγ/(1+ξ), with γ the power over the noise's
 * and ξ its decision-directed estimate; no bin falls below `reduction`.
 * Sources: Boll 1979 (spectral subtraction, profile); Ephraim & Malah, IEEE Trans. ASSP 33(2), 1985 (gain).
 */
export const noiseReduction = defineAudioEffect({
  id: "audio.noise-reduction",
  name: "Noise reduction",
  short: "DeNoise",
  category: "repair",
  summary: "Takes hiss, fans and other steady noise away.",
  parameters: {
    threshold: decibels({
      label: "Threshold",
      help: "Above or below the learnt noise.",
      min: -12,
      max: 18,
      default: 3,
      resolution: 0.1,
    }),
    reduction: decibels({
      label: "Reduction",
      help: "Noise falls by no more than this.",
      min: 0,
      max: 40,
      default: 15,
      resolution: 0.1,
    }),
    smoothing: percent({
      label: "Smoothing",
      help: "Higher is calmer, lower quicker.",
      min: 0,
      max: 100,
      default: 60,
    }),
  },
  key: ["reduction", "threshold"],
  offline: true,
  analyse(_, { sampleRate }) {
    const size = sizeAt(sampleRate);
    const bins = size / 2 + 1;
    /** The quietest frames so far, the quietest first. */
    const quiet: { readonly energy: number; readonly power: Float64Array }[] = [];
    let count = 0;
    const frames = new SpectralFrames(size, (re, im) => {
      // The first frames still hold the silence before the beginning.
      if (++count <= 4) return;
      const power = new Float64Array(bins);
      let energy = 0;
      for (let k = 0; k < bins; k++) energy += power[k] = re[k] * re[k] + im[k] * im[k];
      // Digital silence is no noise to learn from.
      if (energy < 1e-12 || (quiet.length === most && energy >= quiet[most - 1].energy)) return;
      const at = quiet.findIndex((q) => q.energy > energy);
      quiet.splice(at < 0 ? quiet.length : at, 0, { energy, power });
      if (quiet.length > most) quiet.pop();
    });
    let mono = new Float32Array(0);
    return {
      hear(channels, length) {
        if (mono.length < length) mono = new Float32Array(length);
        // Power of the channels together: hiss of two channels adds up in power, not in amplitude.
        for (let i = 0; i < length; i++) {
          let sum = 0;
          for (const c of channels) sum += c[i];
          mono[i] = sum / Math.sqrt(channels.length);
        }
        frames.process(mono, length);
      },
      finish(): Learnt {
        const used = quiet.slice(0, Math.min(most, Math.max(fewest, Math.round(count / 20))));
        const profile = new Float64Array(bins);
        for (const { power } of used) for (let k = 0; k < bins; k++) profile[k] += power[k] / used.length;
        return profile;
      },
    };
  },
  create({ threshold, reduction, smoothing }, { sampleRate, channels }, { learnt }) {
    const size = sizeAt(sampleRate);
    const bins = size / 2 + 1;
    const floor = fromDecibels(-reduction);
    const over = 10 ** (threshold / 10);
    // Share of the last frame's result in what is taken for the signal's power (decision-directed).
    const keep = 0.92 + 0.075 * (smoothing / 100);
    const noise = Float64Array.from({ length: bins }, (_, k) => (learnt?.[k] ?? 0) * over);
    const lines = Array.from({ length: channels }, () => {
      const before = new Float64Array(bins);
      return new SpectralFrames(size, (re, im) => {
        for (let k = 0; k < bins; k++) {
          if (noise[k] <= 0) continue;
          const power = re[k] * re[k] + im[k] * im[k];
          const gamma = Math.min(1e4, power / noise[k]);
          const xi = Math.max(1e-3, keep * before[k] + (1 - keep) * Math.max(0, gamma - 1));
          const v = Math.max(1e-8, (xi * gamma) / (1 + xi));
          const gain = Math.min(1, Math.max(floor, (xi / (1 + xi)) * Math.exp(0.5 * exponentialIntegral(v))));
          before[k] = gain * gain * gamma;
          re[k] *= gain;
          im[k] *= gain;
        }
      });
    });
    return {
      latency: size,
      tail: 0,
      // What the last frames left, and those that the first one lies in.
      settles: Math.ceil((Math.log(1e-4) / Math.log(keep)) * (size / 4)) + size,
      process(blocks, frames) {
        blocks.forEach((block, c) => lines[c].process(block, frames));
      },
    };
  },
});
