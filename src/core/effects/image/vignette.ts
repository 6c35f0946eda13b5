import { defineImageEffect } from "../define";
import { frameFraction, stops } from "../parameter";

/**
 * Light falls off (or rises) towards the corners: y = x · 2^(corner · s), s = smoothstep(start, 1, r), with r the
 * distance from the middle as a share of the half diagonal, so that every format gets the same share.
 * Own definition in stops of linear light; s = 3t² − 2t³.
 */
export const vignette = defineImageEffect({
  id: "image.vignette",
  name: "Vignette",
  short: "Vig",
  category: "finish",
  summary: "Darkens or lightens the corners.",
  parameters: {
    corner: stops({
      label: "Corners",
      help: "Light in the corners; negative darkens.",
      min: -5,
      max: 5,
      default: -1,
    }),
    start: frameFraction({
      label: "Start",
      help: "Where it sets in: 0 in the middle, 1 in the corner.",
      min: 0,
      max: 0.95,
      default: 0.35,
    }),
  },
  key: ["corner", "start"],
  encoding: "linear",
  placed: true,
  create({ corner, start }) {
    // The factor as a table over r², which spares a root and a power for every pixel.
    const size = 4096;
    const gain = new Float32Array(size + 2);
    for (let i = 0; i < gain.length; i++) {
      const t = Math.min(1, Math.max(0, (Math.sqrt(i / size) - start) / (1 - start)));
      gain[i] = 2 ** (corner * t * t * (3 - 2 * t));
    }
    return { kind: "radial", gain, size };
  },
});
