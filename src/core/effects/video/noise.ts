import { smoothNoise } from "../../picture/lattice-noise";
import { defineVideoEffect } from "../define";
import { choice, percent, plain } from "../parameter";
import { onStrips } from "../image/work";
import { seedParameter } from "./shake";

/** Noise instead of the picture, another at every frame: smooth noise around middle grey, on encoded values. Own definition. */
export const videoNoise = defineVideoEffect({
  id: "video.noise",
  name: "Noise",
  short: "Noise",
  category: "generators",
  summary: "Moving noise instead of the picture.",
  parameters: {
    contrast: percent({ label: "Contrast", help: "How far from grey.", min: 0, max: 100, default: 60 }),
    size: plain({
      label: "Size",
      help: "Of a grain, in thousandths of the frame's height.",
      min: 1,
      max: 500,
      default: 4,
      resolution: 0.1,
      taper: "log",
    }),
    colour: choice({
      label: "Colour",
      help: "One noise for all, or for each of red, green and blue.",
      options: [
        { value: "grey", label: "grey" },
        { value: "coloured", label: "coloured" },
      ],
      default: "grey",
    }),
    seed: seedParameter,
  },
  key: ["contrast", "size"],
  encoding: "srgb",
  placed: true,
  fine: true,
  lively: true,
  create({ contrast, size, colour, seed }, { height }, { moment }) {
    const scale = 1000 / (size * height);
    const strength = contrast / 200;
    const pattern = 4 * (seed + 10_000 * moment.frame);
    return onStrips((planes, { left, top, columns, rows }) => {
      for (let row = 0, i = 0; row < rows; row++)
        for (let x = left; x < left + columns; x++, i++)
          for (let c = 0; c < 3; c++)
            planes[c][i] =
              c > 0 && colour === "grey"
                ? planes[0][i]
                : 0.5 + strength * smoothNoise(x * scale + 0.5, (top + row) * scale + 0.5, pattern + c);
    });
  },
});
