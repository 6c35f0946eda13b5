import { defineImageEffect } from "../define";
import { plain } from "../parameter";
import { onChannels, signedPower } from "./work";

/** y = x^(1/gamma) on encoded values, sign kept. Source: power law, IEC 61966-2-1's notation. */
export const gamma = defineImageEffect({
  id: "image.gamma",
  name: "Gamma",
  short: "Gam",
  category: "tone",
  summary: "The middle tones by a power; black and white stay.",
  parameters: {
    gamma: plain({ label: "Gamma", help: "Above 1 is lighter.", min: 0.2, max: 5, default: 1, taper: "log" }),
  },
  key: ["gamma"],
  encoding: "srgb",
  create: ({ gamma }) => onChannels((x) => signedPower(x, 1 / gamma)),
});
