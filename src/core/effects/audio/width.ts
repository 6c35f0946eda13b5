import { Ramp } from "../../signal/ramp";
import { defineAudioEffect } from "../define";
import { percent } from "../parameter";

/**
 * Scales the difference of left and right against their sum: m = (l + r)/2, s = (l − r)/2 · width.
 * Works on the first two channels; mono passes. Source: Blumlein's mid and side; Zölzer, DAFX, 2nd ed., §5.
 */
export const width = defineAudioEffect({
  id: "audio.width",
  name: "Stereo width",
  short: "Width",
  category: "stereo",
  summary: "Narrower down to mono, or wider.",
  parameters: {
    width: percent({
      label: "Width",
      help: "0 % is mono, 100 % leaves it alone.",
      min: 0,
      max: 200,
      default: 100,
    }),
  },
  key: ["width"],
  automates: ["width"],
  create({ width }, { channels }) {
    const shares = new Ramp(width / 100);
    return {
      latency: 0,
      tail: 0,
      retune: (values: { readonly width: number }, within: number) => shares.to(values.width / 100, within),
      process([left, right], frames) {
        if (channels < 2 || (shares.isStill && shares.value === 1)) return;
        const values = shares.take(frames);
        for (let i = 0; i < frames; i++) {
          const middle = 0.5 * (left[i] + right[i]);
          const side = 0.5 * values[i] * (left[i] - right[i]);
          left[i] = middle + side;
          right[i] = middle - side;
        }
      },
    };
  },
});
