import { defineImageEffect } from "../define";
import { stops } from "../parameter";
import { byMatrix } from "./work";

/** y = x · 2^stops in linear light: one stop doubles the light. Source: definition of the exposure value, ISO 2720. */
export const exposure = defineImageEffect({
  id: "image.exposure",
  name: "Exposure",
  short: "Exp",
  category: "tone",
  summary: "More or less light, as if the shutter had stood open for longer or shorter.",
  parameters: {
    exposure: stops({ label: "Exposure", help: "One stop doubles the light.", min: -6, max: 6, default: 0 }),
  },
  key: ["exposure"],
  encoding: "linear",
  create({ exposure }) {
    const factor = 2 ** exposure;
    return byMatrix([
      [factor, 0, 0],
      [0, factor, 0],
      [0, 0, factor],
    ]);
  },
});
