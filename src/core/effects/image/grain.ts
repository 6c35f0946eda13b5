import { diagonal } from "../../picture/frame";
import { smoothNoise } from "../../picture/lattice-noise";
import { defineImageEffect } from "../define";
import { choice, percent, plain } from "../parameter";
import { onStrips } from "./work";

/**
 * Film grain: smooth noise in two sizes, strongest in the middle tones, on encoded values. Grains are shares of the
 * frame's diagonal, so that they are as large in every size of a picture. Own definition; noise: `smoothNoise`.
 */
export const grain = defineImageEffect({
  id: "image.grain",
  name: "Grain",
  short: "Grain",
  category: "finish",
  summary: "The grain of film.",
  parameters: {
    amount: percent({ label: "Amount", help: "How far tones are scattered.", min: 0, max: 100, default: 25 }),
    size: plain({
      label: "Size",
      help: "Of a grain, in thousandths of the diagonal.",
      min: 0.1,
      max: 5,
      default: 0.4,
      resolution: 0.01,
      taper: "log",
    }),
    colour: choice({
      label: "Colour",
      help: "One grain for all, or for each of red, green and blue.",
      options: [
        { value: "grey", label: "grey" },
        { value: "coloured", label: "coloured" },
      ],
      default: "grey",
    }),
    seed: plain({
      label: "Pattern",
      help: "Another number, another scatter.",
      min: 0,
      max: 9999,
      default: 1,
      resolution: 1,
      keyframes: false,
    }),
  },
  key: ["amount", "size"],
  encoding: "srgb",
  placed: true,
  fine: true,
  lively: true,
  create({ amount, size, colour, seed }, frame, { moment }) {
    const scale = 1 / Math.max(0.25, (size / 1000) * diagonal(frame));
    const strength = (amount / 100) * 0.35;
    // Each frame of a clip has a scatter of its own, the same however one comes to it.
    const pattern = 8 * (seed + 10_000 * moment.frame);
    const at = (x: number, y: number, channel: number) =>
      smoothNoise(x * scale, y * scale, pattern + channel) +
      0.5 * smoothNoise(x * scale * 2.3 + 7.7, y * scale * 2.3 + 3.1, pattern + 4 + channel);
    return onStrips((planes, { left, top, columns, rows }) => {
      for (let row = 0, i = 0; row < rows; row++)
        for (let x = left; x < left + columns; x++, i++) {
          const grey = colour === "grey" ? at(x, top + row, 0) : 0;
          for (let c = 0; c < 3; c++) {
            const v = planes[c][i];
            // A parabola over 0…1: none in black and in white.
            const weight = v <= 0 || v >= 1 ? 0 : 4 * v * (1 - v);
            planes[c][i] = v + strength * weight * (colour === "grey" ? grey : at(x, top + row, c));
          }
        }
    });
  },
});
