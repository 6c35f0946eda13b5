import { Declicker } from "../../signal/declicker";
import { defineAudioEffect } from "../define";
import { milliseconds, percent } from "../parameter";

/** Times the usual prediction error from which on it is a click: 16 at no sensitivity, 4 at the full one. */
const thresholdOf = (sensitivity: number) => 16 * 0.25 ** (sensitivity / 100);

/** Mends clicks and crackle. Sources: see `Declicker` (Godsill & Rayner 1998; Janssen, Veldhuis, Vries 1986). */
export const deClick = defineAudioEffect({
  id: "audio.de-click",
  name: "De-click",
  short: "DeClick",
  category: "repair",
  summary: "Mends clicks and crackle.",
  parameters: {
    sensitivity: percent({
      label: "Sensitivity",
      help: "Higher finds softer clicks, and may take onsets for them.",
      min: 0,
      max: 100,
      default: 60,
    }),
    longest: milliseconds({
      label: "Longest click",
      help: "What is longer is left alone.",
      min: 0.1,
      max: 8,
      default: 2,
      resolution: 0.05,
    }),
  },
  key: ["sensitivity", "longest"],
  offline: true,
  create({ sensitivity, longest }, { sampleRate, channels }) {
    const lines = Array.from(
      { length: channels },
      () =>
        new Declicker(
          sampleRate,
          thresholdOf(sensitivity),
          Math.max(1, Math.round((longest / 1000) * sampleRate)),
        ),
    );
    return {
      latency: lines[0].latency,
      tail: 0,
      process(blocks, frames) {
        blocks.forEach((block, c) => lines[c].process(block, frames));
      },
    };
  },
});
