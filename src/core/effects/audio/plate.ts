import { Diffuser } from "../../signal/diffuser";
import { FeedbackNetwork } from "../../signal/feedback-network";
import { defineAudioEffect } from "../define";
import { inSteps, ReverbInput, reverbParameters } from "./reverb-input";

/** Delay lengths of the network in ms at size 100 %: spread evenly on a log scale, no two in a simple ratio. */
const lineTimes = [
  13.7, 15.1, 16.7, 18.3, 20.3, 22.4, 24.7, 27.1, 29.9, 33.1, 36.7, 40.3, 44.3, 49.1, 53.9, 59.3,
];
/** All-pass delays in ms that smear the onset before it enters the network. */
const diffusion = [1.9, 3.1, 4.7, 7.3];

/**
 * A dense reverb with an immediate onset. `decay` is T60, the time in which the level falls by 60 dB; at `damping`
 * the decay takes half of that. Output is the wet signal alone, at about the level of a steady input whatever the decay.
 * Sources: feedback delay network with absorbent filters, Jot & Chaigne 1991; all-pass diffusion, Schroeder 1962.
 */
export const plate = defineAudioEffect({
  id: "audio.plate",
  name: "Plate",
  short: "Plate",
  category: "space",
  summary: "A dense reverb that sets in at once.",
  parameters: reverbParameters({ decay: 1.2, preDelay: 18, damping: 6000, lowCut: 120, highCut: 12000 }),
  key: ["decay", "preDelay"],
  defaultMix: 22,
  create({ decay, damping, size, ...entry }, { sampleRate, channels, kernels }) {
    const samples = (ms: number) => Math.max(1, Math.round((ms / 1000) * sampleRate));
    const input = new ReverbInput(entry, { sampleRate, channels, kernels });
    const diffuser = new Diffuser(
      diffusion.map((ms) => samples((ms * size) / 100)),
      0.6,
      kernels,
    );
    const network = new FeedbackNetwork({
      lengths: lineTimes.map((ms) => samples((ms * size) / 100)),
      decay,
      damping: damping < 20000 ? damping : null,
      sampleRate,
      outputs: channels,
      kernels,
    });
    return {
      latency: 0,
      tail: Math.ceil(decay * sampleRate) + input.delay,
      settles: Math.ceil(1.5 * decay * sampleRate) + input.delay,
      process(blocks, frames) {
        inSteps(frames, (from, run) => {
          input.take(blocks, from, run);
          const mono = input.mono();
          diffuser.process(mono, run);
          network.process(mono, blocks, from, run);
        });
      },
    };
  },
});
