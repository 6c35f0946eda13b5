import { butterworth, SectionState } from "../../signal/biquad";
import { forgetting } from "../../signal/one-pole";
import { fromDecibels } from "../../signal/decibels";
import { Oversampler } from "../../signal/oversampler";
import { defineAudioEffect } from "../define";
import { choice, decibels, hertz, percent } from "../parameter";

/** Curves through the origin with slope 1 there, so that soft sounds pass as they are. */
const shapes = {
  /** Odd overtones, smooth. */
  soft: (x: number) => Math.tanh(x),
  /** Odd overtones; a cubic up to its summit at 1.5, flat beyond. */
  warm: (x: number) => (x >= 1.5 ? 1 : x <= -1.5 ? -1 : x - (4 / 27) * x * x * x),
  /** Odd overtones, harsh. */
  hard: (x: number) => Math.min(1, Math.max(-1, x)),
  /** Even overtones too: the upper half is bent sooner than the lower. */
  lopsided: (x: number) => (x > 0 ? Math.tanh(x) : Math.tanh(x * 0.6) / 0.6),
} as const;

/**
 * Bends the wave: y = f(drive · x) at four times the sample rate, then taken down by the drive's share `level`. The
 * offset that a lopsided curve makes is taken away by a high-pass of 5 Hz.
 * Source: static waveshaping, Zölzer, DAFX, 2nd ed., §4.3; oversampling: `Oversampler`.
 */
export const saturation = defineAudioEffect({
  id: "audio.saturation",
  name: "Saturation",
  short: "Satur",
  category: "colour",
  summary: "Adds overtones, from warmth to distortion.",
  parameters: {
    drive: decibels({
      label: "Drive",
      help: "Gain into the curve.",
      min: 0,
      max: 48,
      default: 9,
      resolution: 0.1,
    }),
    shape: choice({
      label: "Shape",
      help: "How the wave is bent.",
      options: [
        { value: "soft", label: "soft" },
        { value: "warm", label: "warm" },
        { value: "hard", label: "hard" },
        { value: "lopsided", label: "lopsided" },
      ],
      default: "soft",
    }),
    level: percent({
      label: "Level back",
      help: "How much of the drive is taken away after it.",
      min: 0,
      max: 100,
      default: 70,
    }),
    highCut: hertz({
      label: "High cut",
      help: "Takes the highest overtones away.",
      min: 500,
      max: 20000,
      default: 20000,
      off: "max",
    }),
  },
  key: ["drive", "shape"],
  create({ drive, shape, level, highCut }, { sampleRate, channels }) {
    const into = fromDecibels(drive);
    const after = fromDecibels((-drive * level) / 100);
    const curve = shapes[shape];
    const bend = (x: number) => curve(into * x) * after;
    const samplers = Array.from({ length: channels }, () => new Oversampler());
    const filters = samplers.map(() =>
      [
        ...(shape === "lopsided" ? butterworth("high-pass", 5, "6", sampleRate) : []),
        ...(highCut < 20000 ? butterworth("low-pass", highCut, "12", sampleRate) : []),
      ].map((s) => new SectionState(s)),
    );
    return {
      latency: Oversampler.latency,
      tail: 0,
      // The oversampling's filters, and what takes the steady part of a lopsided curve away.
      settles:
        2 * Oversampler.latency +
        (shape === "lopsided" ? forgetting(1000 / (2 * Math.PI * 5), sampleRate) : 0),
      process(blocks, frames) {
        blocks.forEach((block, c) => {
          const sampler = samplers[c];
          for (let i = 0; i < frames; i++) block[i] = sampler.next(block[i], bend);
          for (const filter of filters[c]) filter.process(block, frames);
        });
      },
    };
  },
});
