import { scaleWeights } from "../../picture/lanczos";
import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "./work";

/** Makes the frame larger or smaller, by Lanczos-3 in linear light, separably; smaller frames see all old pixels. Source: see `scaleWeights`. */
export const scale = defineImageEffect({
  id: "image.scale",
  name: "Scale",
  short: "Scale",
  category: "geometry",
  summary: "Another size in pixels.",
  parameters: {
    size: percent({
      label: "Size",
      help: "Of the frame's width and height.",
      min: 5,
      max: 400,
      default: 100,
      resolution: 0.01,
      taper: "log",
      // Frames of a clip are all of one size.
      keyframes: false,
    }),
  },
  key: ["size"],
  encoding: "linear",
  neutral: { size: 100 },
  create({ size }, source) {
    const frame = {
      width: Math.max(1, Math.round((source.width * size) / 100)),
      height: Math.max(1, Math.round((source.height * size) / 100)),
    };
    if (frame.width === source.width && frame.height === source.height) return nothing;
    const across = scaleWeights(source.width, frame.width);
    const down = scaleWeights(source.height, frame.height);
    return {
      kind: "geometry",
      frame,
      run(planes, target, first, last) {
        const column = new Float64Array(source.width);
        for (let y = first; y < last; y++)
          for (let c = 0; c < 3; c++) {
            const plane = planes[c];
            column.fill(0);
            down.weights[y].forEach((w, k) => {
              const row = (down.first[y] + k) * source.width;
              for (let x = 0; x < source.width; x++) column[x] += w * plane[row + x];
            });
            for (let x = 0; x < frame.width; x++) {
              const weights = across.weights[x];
              let sum = 0;
              for (let k = 0; k < weights.length; k++) sum += weights[k] * column[across.first[x] + k];
              target[c][y * frame.width + x] = sum;
            }
          }
      },
    };
  },
});
