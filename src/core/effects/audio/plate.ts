import { butterworth, cascade } from "../../signal/biquad";
import { Diffuser } from "../../signal/diffuser";
import { FeedbackNetwork } from "../../signal/feedback-network";
import { defineAudioEffect } from "../define";
import { hertz, milliseconds, percent, seconds } from "../parameter";

/** Delay lengths of the network in ms at size 100 %: spread evenly on a log scale, no two in a simple ratio. */
const lineTimes = [
  13.7, 15.1, 16.7, 18.3, 20.3, 22.4, 24.7, 27.1, 29.9, 33.1, 36.7, 40.3, 44.3, 49.1, 53.9, 59.3,
];
/** All-pass delays in ms that smear the onset before it enters the network. */
const diffusion = [1.9, 3.1, 4.7, 7.3];

/**
 * A dense reverb with an immediate onset. `decay` is T60, the time in which the level falls by 60 dB; at `damping`
 * the decay takes half of that. Cuts act on what enters, and are out of circuit at the ends of their ranges.
 * Output is the wet signal alone, at about the level of a steady input whatever the decay.
 * Sources: feedback delay network with absorbent filters, Jot & Chaigne 1991; all-pass diffusion, Schroeder 1962.
 */
export const plate = defineAudioEffect({
  id: "audio.plate",
  name: "Plate",
  short: "Plate",
  category: "space",
  summary: "A dense reverb that sets in at once.",
  parameters: {
    decay: seconds({ label: "Decay", help: "Time in which it falls by 60 dB.", min: 0.1, max: 12, default: 1.2 }),
    preDelay: milliseconds({ label: "Pre-delay", help: "From the sound to the onset of its reverb.", min: 0, max: 250, default: 18 }),
    damping: hertz({ label: "Damping", help: "Highs from here decay in half the time and less.", min: 500, max: 20000, default: 6000, off: "max" }),
    size: percent({ label: "Size", help: "Small is coloured and tight, large is open.", min: 50, max: 200, default: 100 }),
    lowCut: hertz({ label: "Low cut", help: "Keeps lows out of the reverb.", min: 10, max: 2000, default: 120, off: "min" }),
    highCut: hertz({ label: "High cut", help: "Keeps highs out of the reverb.", min: 500, max: 20000, default: 12000, off: "max" }),
  },
  key: ["decay", "preDelay"],
  defaultMix: 22,
  create({ decay, preDelay, damping, size, lowCut, highCut }, { sampleRate, channels }) {
    const samples = (ms: number) => Math.max(1, Math.round((ms / 1000) * sampleRate));
    const pre = Math.round((preDelay / 1000) * sampleRate);
    const filter = cascade(
      [
        ...(lowCut > 10 ? butterworth("high-pass", lowCut, "12", sampleRate) : []),
        ...(highCut < 20000 ? butterworth("low-pass", highCut, "12", sampleRate) : []),
      ],
      1,
    );
    const preLine = new Float32Array(pre + 1);
    const diffuser = new Diffuser(diffusion.map((ms) => samples((ms * size) / 100)), 0.6);
    const network = new FeedbackNetwork({
      lengths: lineTimes.map((ms) => samples((ms * size) / 100)),
      decay,
      damping: damping < 20000 ? damping : null,
      sampleRate,
      outputs: channels,
    });
    const input = new Float32Array(blockLimit);
    const inputs = [input];
    let at = 0;
    return {
      latency: 0,
      tail: Math.ceil(decay * sampleRate) + pre,
      process(blocks, frames) {
        for (let done = 0; done < frames; ) {
          const run = Math.min(frames - done, blockLimit);
          input.fill(0, 0, run);
          for (const block of blocks) for (let i = 0; i < run; i++) input[i] += block[done + i] / channels;
          filter(inputs, run);
          for (let i = 0; i < run; i++) {
            preLine[at] = input[i];
            at = at === pre ? 0 : at + 1;
            input[i] = preLine[at];
          }
          diffuser.process(input, run);
          network.process(input, blocks, done, run);
          done += run;
        }
      },
    };
  },
});

const blockLimit = 512;
