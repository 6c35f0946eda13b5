import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { byMatrix } from "./work";

/** Scales the distance from grey in OKLab at constant lightness and hue. Source: Ottosson 2020 (OKLab). */
export const saturation = defineImageEffect({
  id: "image.saturation",
  name: "Saturation",
  short: "Sat",
  category: "colour",
  summary: "Stronger or weaker colours; at 0 % a grey picture of the same lightness.",
  parameters: {
    saturation: percent({
      label: "Saturation",
      help: "100 % leaves colours alone.",
      min: 0,
      max: 200,
      default: 100,
    }),
  },
  key: ["saturation"],
  encoding: "oklab",
  create({ saturation }) {
    const factor = saturation / 100;
    return byMatrix([
      [1, 0, 0],
      [0, factor, 0],
      [0, 0, factor],
    ]);
  },
});
