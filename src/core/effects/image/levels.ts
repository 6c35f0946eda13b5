import { defineImageEffect } from "../define";
import { percent, plain } from "../parameter";
import { onChannels, signedPower } from "./work";

/**
 * Stretches the tones between two points, bends their middle, and lays them between two others, on encoded values:
 * y = out₀ + (out₁ − out₀) · ((x − in₀)/(in₁ − in₀))^(1/gamma), straight below in₀. Common practice, no source.
 */
export const levels = defineImageEffect({
  id: "image.levels",
  name: "Levels",
  short: "Lev",
  category: "tone",
  summary: "Where black and white begin, and where they end.",
  parameters: {
    inBlack: percent({ label: "Black in", help: "This tone becomes black.", min: 0, max: 95, default: 0 }),
    inWhite: percent({ label: "White in", help: "This tone becomes white.", min: 5, max: 100, default: 100 }),
    gamma: plain({
      label: "Middle",
      help: "Above 1 is lighter.",
      min: 0.2,
      max: 5,
      default: 1,
      taper: "log",
    }),
    outBlack: percent({ label: "Black out", help: "As dark as it gets.", min: 0, max: 100, default: 0 }),
    outWhite: percent({ label: "White out", help: "As light as it gets.", min: 0, max: 100, default: 100 }),
  },
  key: ["inBlack", "inWhite"],
  encoding: "srgb",
  create({ inBlack, inWhite, gamma, outBlack, outWhite }) {
    const low = inBlack / 100;
    // Never less than a hundredth apart, else every tone would be torn to one of two.
    const span = Math.max(0.01, inWhite / 100 - low);
    const [from, to] = [outBlack / 100, outWhite / 100];
    return onChannels((x) => from + (to - from) * signedPower((x - low) / span, 1 / gamma));
  },
});
