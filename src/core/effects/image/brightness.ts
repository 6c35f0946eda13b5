import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { onChannels } from "./work";

/**
 * Lifts or lowers the middle tones and leaves black and white: y = x + b · x · (1 − x) on encoded values, which never
 * turns tones over for |b| ≤ 1; straight beyond 0…1. Own definition.
 */
export const brightness = defineImageEffect({
  id: "image.brightness",
  name: "Brightness",
  short: "Bri",
  category: "tone",
  summary: "The middle tones lighter or darker; black and white stay.",
  parameters: {
    brightness: percent({
      label: "Brightness",
      help: "0 % leaves it alone.",
      min: -100,
      max: 100,
      default: 0,
    }),
  },
  key: ["brightness"],
  encoding: "srgb",
  create({ brightness }) {
    const b = brightness / 100;
    return onChannels((x) => (x <= 0 ? x * (1 + b) : x >= 1 ? 1 + (x - 1) * (1 - b) : x + b * x * (1 - x)));
  },
});
