import { defineAudioEffect } from "../define";
import { percent } from "../parameter";

/**
 * Places a sound between left and right at constant power: gains √2·cos θ and √2·sin θ with θ from 0 to 90°, so that
 * the middle leaves it alone. Works on the first two channels; mono passes. Source: Zölzer, DAFX, 2nd ed., §5.2.
 */
export const pan = defineAudioEffect({
  id: "audio.pan",
  name: "Pan",
  short: "Pan",
  category: "stereo",
  summary: "Places the sound between left and right, as loud everywhere.",
  parameters: {
    position: percent({
      label: "Position",
      help: "−100 % is left, 100 % right.",
      min: -100,
      max: 100,
      default: 0,
    }),
  },
  key: ["position"],
  create({ position }, { channels }) {
    const angle = ((position / 100 + 1) * Math.PI) / 4;
    const gains = position === 0 ? [1, 1] : [Math.SQRT2 * Math.cos(angle), Math.SQRT2 * Math.sin(angle)];
    return {
      latency: 0,
      tail: 0,
      process(blocks, frames) {
        if (channels < 2) return;
        for (let c = 0; c < 2; c++) for (let i = 0; i < frames; i++) blocks[c][i] *= gains[c];
      },
    };
  },
});
