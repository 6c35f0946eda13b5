import { smoothNoise } from "../../picture/lattice-noise";
import { defineVideoEffect } from "../define";
import { hertz, stops } from "../parameter";
import { byMatrix } from "../image/work";
import { seedParameter } from "./shake";

/** The light swings along smooth noise over time: y = x · 2^(amount · noise), in linear light. Own definition; noise: `smoothNoise`. */
export const flicker = defineVideoEffect({
  id: "video.flicker",
  name: "Flicker",
  short: "Flick",
  category: "motion",
  summary: "The light swings, as of a lamp or an old projector.",
  parameters: {
    amount: stops({ label: "Amount", help: "How far it swings up and down.", min: 0, max: 3, default: 0.3 }),
    speed: hertz({
      label: "Speed",
      help: "Swings a second, about.",
      min: 0.1,
      max: 60,
      default: 8,
      resolution: 0.01,
      keyframes: false,
    }),
    seed: seedParameter,
  },
  key: ["amount", "speed"],
  encoding: "linear",
  lively: true,
  create({ amount, speed, seed }, _frame, { moment }) {
    const gain = 2 ** (amount * smoothNoise(moment.time * speed + 0.41, 1.7, seed));
    return byMatrix([
      [gain, 0, 0],
      [0, gain, 0],
      [0, 0, gain],
    ]);
  },
});
