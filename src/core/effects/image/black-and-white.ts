import { defineImageEffect } from "../define";
import { choice, percent } from "../parameter";
import { byMatrix } from "./work";

/**
 * Grey of weighted red, green and blue in linear light, as a filter before the lens would: y = (r·R + g·G + b·B)/(r+g+b),
 * or without the division where the weights are to count as they are. Defaults: luminance of ITU-R BT.709.
 */
export const blackAndWhite = defineImageEffect({
  id: "image.black-and-white",
  name: "Black and white",
  short: "B&W",
  category: "colour",
  summary: "Grey, with a choice of which colours become light.",
  parameters: {
    red: percent({ label: "Red", help: "How light reds become.", min: -100, max: 200, default: 21.3 }),
    green: percent({ label: "Green", help: "How light greens become.", min: -100, max: 200, default: 71.5 }),
    blue: percent({ label: "Blue", help: "How light blues become.", min: -100, max: 200, default: 7.2 }),
    white: choice({
      label: "White",
      help: "Whether white stays white whatever the weights.",
      options: [
        { value: "kept", label: "stays white" },
        { value: "weighted", label: "follows the weights" },
      ],
      default: "kept",
    }),
  },
  key: ["red", "green", "blue"],
  encoding: "linear",
  create({ red, green, blue, white }) {
    const sum = red + green + blue;
    const scale = white === "kept" && Math.abs(sum) > 1 ? sum : 100;
    const row = [red / scale, green / scale, blue / scale];
    return byMatrix([row, row, row]);
  },
});
