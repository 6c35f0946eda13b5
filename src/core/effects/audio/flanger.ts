import { DelayLine } from "../../signal/delay-line";
import { oscillator } from "../../signal/oscillator";
import { defineAudioEffect } from "../define";
import { hertz, milliseconds, percent } from "../parameter";

/**
 * A copy delayed by a short, slowly swinging time with feedback; mixed with the sound it makes a comb that wanders.
 * w[n] = x[n] + feedback · w[n − D(n)], output w[n − D(n)]. Source: Zölzer, DAFX, 2nd ed., §2.6.2 and table 2.4.
 */
export const flanger = defineAudioEffect({
  id: "audio.flanger",
  name: "Flanger",
  short: "Flang",
  category: "modulation",
  summary: "A hollow comb that wanders through the sound.",
  parameters: {
    rate: hertz({
      label: "Rate",
      help: "Swings a second.",
      min: 0.02,
      max: 5,
      default: 0.2,
      resolution: 0.01,
    }),
    delay: milliseconds({
      label: "Delay",
      help: "Shortest distance of the copy.",
      min: 0.3,
      max: 10,
      default: 0.8,
      resolution: 0.01,
    }),
    depth: milliseconds({
      label: "Depth",
      help: "How far the distance grows.",
      min: 0,
      max: 10,
      default: 4,
      resolution: 0.01,
    }),
    feedback: percent({
      label: "Feedback",
      help: "Sharpens the comb; negative ones hollow it.",
      min: -90,
      max: 90,
      default: 40,
    }),
  },
  key: ["rate", "feedback"],
  defaultMix: 50,
  create({ rate, delay, depth, feedback }, { sampleRate, channels }) {
    const swing = oscillator("triangle", rate, sampleRate);
    const samples = (ms: number) => (ms / 1000) * sampleRate;
    const lines = Array.from({ length: channels }, () => new DelayLine(samples(delay + depth) + 4));
    const share = feedback / 100;
    const repeats = share === 0 ? 1 : Math.ceil(Math.log(1e-3) / Math.log(Math.abs(share)));
    let sample = 0;
    return {
      latency: 0,
      tail: Math.ceil(samples(delay + depth) * repeats),
      process(blocks, frames) {
        for (let i = 0; i < frames; i++) {
          // Read before this sample is put, so one less; never nearer than the cubic reaches.
          const distance = Math.max(1, samples(delay + depth * (0.5 + 0.5 * swing(sample + i))) - 1);
          for (let c = 0; c < channels; c++) {
            let delayed = lines[c].between(distance);
            if (delayed < 1e-20 && delayed > -1e-20) delayed = 0;
            lines[c].put(blocks[c][i] + share * delayed);
            blocks[c][i] = delayed;
          }
        }
        sample += frames;
      },
    };
  },
});
