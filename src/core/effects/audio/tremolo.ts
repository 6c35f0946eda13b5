import { Ramp } from "../../signal/ramp";
import { oscillator } from "../../signal/oscillator";
import { defineAudioEffect } from "../define";
import { choice, degrees, hertz, percent } from "../parameter";

/** How the level swings, as options of a parameter. */
const waveChoice = choice({
  label: "Wave",
  help: "How it swings.",
  options: [
    { value: "sine", label: "sine" },
    { value: "triangle", label: "triangle" },
  ],
  default: "sine",
});

/** Periodic level change: y = x · (1 − depth · (1 + o)/2); depth 100 % reaches silence. Source: Zölzer, DAFX, 2nd ed., §3.3. */
export const tremolo = defineAudioEffect({
  id: "audio.tremolo",
  name: "Tremolo",
  short: "Trem",
  category: "modulation",
  summary: "The level swings.",
  parameters: {
    rate: hertz({
      label: "Rate",
      help: "Swings a second.",
      min: 0.05,
      max: 20,
      default: 4,
      resolution: 0.01,
    }),
    depth: percent({ label: "Depth", help: "100 % reaches silence.", min: 0, max: 100, default: 40 }),
    wave: waveChoice,
    spread: degrees({
      label: "Spread",
      help: "How far apart the channels swing; 180° goes from side to side.",
      min: 0,
      max: 180,
      default: 0,
    }),
  },
  key: ["rate", "depth"],
  automates: ["depth"],
  create({ rate, depth, wave, spread }, { sampleRate, channels }) {
    const swings = Array.from({ length: channels }, (_, c) =>
      oscillator(wave, rate, sampleRate, ((c % 2) * spread) / 360),
    );
    const depths = new Ramp(depth / 100);
    let sample = 0;
    return {
      latency: 0,
      tail: 0,
      retune: (values: { readonly depth: number }, within: number) => depths.to(values.depth / 100, within),
      process(blocks, frames) {
        const values = depths.take(frames);
        blocks.forEach((block, c) => {
          for (let i = 0; i < frames; i++) block[i] *= 1 - values[i] * (0.5 + 0.5 * swings[c](sample + i));
        });
        sample += frames;
      },
    };
  },
});
