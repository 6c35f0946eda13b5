import { defineImageEffect } from "../define";
import { percent, plain } from "../parameter";
import { onChannels, signedPower } from "./work";

/**
 * Steeper or flatter around a pivot, which stays: y = pivot · (x / pivot)^contrast in linear light.
 * Source: exposure/contrast operator as in OpenColorIO's ExposureContrastTransform, linear style.
 */
export const contrast = defineImageEffect({
  id: "image.contrast",
  name: "Contrast",
  short: "Con",
  category: "tone",
  summary: "Lights and shadows further apart, or closer together.",
  parameters: {
    contrast: percent({ label: "Contrast", help: "100 % leaves it alone.", min: 20, max: 300, default: 100 }),
    pivot: plain({
      label: "Pivot",
      help: "The linear light that stays; 0.18 is a mid grey.",
      min: 0.01,
      max: 1,
      default: 0.18,
      taper: "log",
    }),
  },
  key: ["contrast"],
  encoding: "linear",
  create: ({ contrast, pivot }) => onChannels((x) => pivot * signedPower(x / pivot, contrast / 100)),
});
