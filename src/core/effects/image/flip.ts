import { rearranged } from "../../picture/sampler";
import { defineImageEffect } from "../define";
import { choice } from "../parameter";

/** Mirrors the picture, pixel by pixel. Definition. */
export const flip = defineImageEffect({
  id: "image.flip",
  name: "Flip",
  short: "Flip",
  category: "geometry",
  summary: "Mirrors the picture.",
  parameters: {
    axis: choice({
      label: "Mirrored",
      help: "Which sides change places.",
      options: [
        { value: "horizontal", label: "left and right" },
        { value: "vertical", label: "top and bottom" },
      ],
      default: "horizontal",
    }),
  },
  key: ["axis"],
  encoding: "linear",
  neutral: {},
  create: ({ axis }, { width, height }) =>
    rearranged(
      { width, height },
      axis === "horizontal" ? (x, y) => y * width + width - 1 - x : (x, y) => (height - 1 - y) * width + x,
    ),
});
