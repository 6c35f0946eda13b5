import { DelayLine } from "../../signal/delay-line";
import { oscillator } from "../../signal/oscillator";
import { defineAudioEffect } from "../define";
import { hertz, milliseconds, percent, plain } from "../parameter";

/**
 * Voices beside the sound, each delayed by a time that swings slowly, so that its pitch wavers. Output is the voices
 * alone, at the power of one; channels swing a quarter apart. Source: Zölzer, DAFX, 2nd ed., §2.6.2 and table 2.4.
 */
export const chorus = defineAudioEffect({
  id: "audio.chorus",
  name: "Chorus",
  short: "Chor",
  category: "modulation",
  summary: "Several wavering voices where there was one.",
  parameters: {
    rate: hertz({
      label: "Rate",
      help: "Swings a second.",
      min: 0.05,
      max: 5,
      default: 0.6,
      resolution: 0.01,
    }),
    depth: milliseconds({
      label: "Depth",
      help: "How far the delay swings to either side.",
      min: 0,
      max: 10,
      default: 3,
      resolution: 0.01,
    }),
    delay: milliseconds({
      label: "Delay",
      help: "From the sound to its voices.",
      min: 12,
      max: 50,
      default: 22,
    }),
    voices: plain({
      label: "Voices",
      help: "How many there are.",
      min: 1,
      max: 4,
      default: 2,
      resolution: 1,
      keyframes: false,
    }),
    spread: percent({
      label: "Spread",
      help: "How different left and right swing.",
      min: 0,
      max: 100,
      default: 100,
    }),
  },
  key: ["rate", "depth"],
  defaultMix: 50,
  create({ rate, depth, delay, voices, spread }, { sampleRate, channels }) {
    const samples = (ms: number) => (ms / 1000) * sampleRate;
    const lines = Array.from({ length: channels }, () => new DelayLine(samples(delay + depth) + 4));
    const swings = lines.map((_, c) =>
      Array.from({ length: voices }, (_, v) =>
        oscillator("sine", rate * (1 + 0.07 * v), sampleRate, v / voices + (c % 2) * 0.25 * (spread / 100)),
      ),
    );
    const level = 1 / Math.sqrt(voices);
    let sample = 0;
    return {
      latency: 0,
      tail: Math.ceil(samples(delay + depth)),
      process(blocks, frames) {
        blocks.forEach((block, c) => {
          const line = lines[c];
          for (let i = 0; i < frames; i++) {
            line.put(block[i]);
            let sum = 0;
            for (const swing of swings[c]) sum += line.between(samples(delay + depth * swing(sample + i)));
            block[i] = level * sum;
          }
        });
        sample += frames;
      },
    };
  },
});
