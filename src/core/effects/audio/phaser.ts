import { oscillator } from "../../signal/oscillator";
import { defineAudioEffect } from "../define";
import { choice, hertz, percent } from "../parameter";

/**
 * First-order all-pass sections in series whose corner swings on a logarithmic scale; mixed with the sound they make
 * notches that wander. y[n] = a·x[n] + x[n−1] − a·y[n−1], a = (tan(πf/fs) − 1)/(tan(πf/fs) + 1).
 * Source: Zölzer, DAFX, 2nd ed., §2.4.2 (phaser by first-order all-passes).
 */
export const phaser = defineAudioEffect({
  id: "audio.phaser",
  name: "Phaser",
  short: "Phas",
  category: "modulation",
  summary: "Notches that wander through the sound.",
  parameters: {
    rate: hertz({
      label: "Rate",
      help: "Swings a second.",
      min: 0.02,
      max: 8,
      default: 0.4,
      resolution: 0.01,
    }),
    low: hertz({
      label: "Lowest",
      help: "Where the notches turn upwards.",
      min: 50,
      max: 2000,
      default: 300,
    }),
    high: hertz({ label: "Highest", help: "Where they turn back.", min: 500, max: 12000, default: 3000 }),
    stages: choice({
      label: "Stages",
      help: "Two make one notch.",
      options: [
        { value: "2", label: "2" },
        { value: "4", label: "4" },
        { value: "6", label: "6" },
        { value: "8", label: "8" },
      ],
      default: "4",
    }),
    feedback: percent({ label: "Feedback", help: "Sharpens the notches.", min: -85, max: 85, default: 20 }),
  },
  key: ["rate", "stages"],
  defaultMix: 50,
  create({ rate, low, high, stages, feedback }, { sampleRate, channels }) {
    const count = Number(stages);
    const swing = oscillator("sine", rate, sampleRate);
    const before = Array.from({ length: channels }, () => new Float64Array(count));
    const after = Array.from({ length: channels }, () => new Float64Array(count));
    const last = new Float64Array(channels);
    const octaves = Math.log2(high / low);
    let sample = 0;
    return {
      latency: 0,
      tail: Math.ceil(sampleRate * 0.2),
      process(blocks, frames) {
        for (let i = 0; i < frames; i++) {
          const frequency = Math.min(
            0.45 * sampleRate,
            low * 2 ** (octaves * (0.5 + 0.5 * swing(sample + i))),
          );
          const t = Math.tan((Math.PI * frequency) / sampleRate);
          const a = (t - 1) / (t + 1);
          for (let c = 0; c < channels; c++) {
            let x = blocks[c][i] + (feedback / 100) * last[c];
            for (let k = 0; k < count; k++) {
              let y = a * x + before[c][k] - a * after[c][k];
              if (y < 1e-20 && y > -1e-20) y = 0;
              before[c][k] = x;
              after[c][k] = y;
              x = y;
            }
            last[c] = x;
            blocks[c][i] = x;
          }
        }
        sample += frames;
      },
    };
  },
});
