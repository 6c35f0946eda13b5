import { Ramp, scaled } from "../../signal/ramp";
import { defineAudioEffect } from "../define";
import { percent } from "../parameter";

/** Of left and right. */
function gainsAt(position: number): readonly [number, number] {
  const angle = ((position / 100 + 1) * Math.PI) / 4;
  return position === 0 ? [1, 1] : [Math.SQRT2 * Math.cos(angle), Math.SQRT2 * Math.sin(angle)];
}

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
  automates: ["position"],
  create({ position }, { channels }) {
    const gains = gainsAt(position).map((gain) => new Ramp(gain));
    return {
      latency: 0,
      tail: 0,
      retune: (values: { readonly position: number }, within: number) =>
        gainsAt(values.position).forEach((gain, c) => gains[c].to(gain, within)),
      process(blocks, frames) {
        if (channels < 2) return;
        for (let c = 0; c < 2; c++) scaled([blocks[c]], gains[c].take(frames), frames);
      },
    };
  },
});
