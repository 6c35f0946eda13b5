import { decodeSrgb } from "../../colour/srgb";
import { smoothNoise } from "../../picture/lattice-noise";
import { defineImageEffect } from "../define";
import { choice, degrees, percent, plain } from "../parameter";
import { onStrips } from "./work";

/** sRGB codes of the light. */
const lights = { amber: [255, 150, 40], rose: [255, 70, 60], white: [255, 240, 220] } as const;

/** Where each edge lies: direction from the middle, in shares of half the frame. */
const edges = { left: [-1, 0], right: [1, 0], top: [0, -1], bottom: [0, 1] } as const;

/**
 * Light that came into the camera from one side: added in linear light, falling off exponentially from the edge, its
 * front uneven by smooth noise. Own definition.
 */
export const lightLeak = defineImageEffect({
  id: "image.light-leak",
  name: "Light leak",
  short: "Leak",
  category: "finish",
  summary: "Stray light from one side.",
  parameters: {
    edge: choice({
      label: "From",
      help: "Where the light comes in.",
      options: [
        { value: "left", label: "left" },
        { value: "right", label: "right" },
        { value: "top", label: "top" },
        { value: "bottom", label: "bottom" },
      ],
      default: "right",
    }),
    light: choice({
      label: "Light",
      help: "Its colour.",
      options: [
        { value: "amber", label: "amber" },
        { value: "rose", label: "rose" },
        { value: "white", label: "white" },
      ],
      default: "amber",
    }),
    strength: percent({ label: "Strength", help: "How bright it is.", min: 0, max: 200, default: 60 }),
    reach: percent({ label: "Reach", help: "How far it comes in.", min: 2, max: 100, default: 25 }),
    lean: degrees({ label: "Lean", help: "How far its front is turned.", min: -45, max: 45, default: 10 }),
    seed: plain({
      label: "Pattern",
      help: "Another number, another front.",
      min: 0,
      max: 9999,
      default: 3,
      resolution: 1,
      keyframes: false,
    }),
  },
  key: ["edge", "strength"],
  encoding: "linear",
  placed: true,
  create({ edge, light, strength, reach, lean, seed }, frame) {
    const colour = lights[light].map((code) => (decodeSrgb(code / 255) * strength) / 100);
    const [ex, ey] = edges[edge];
    const turn = Math.tan((lean * Math.PI) / 180);
    return onStrips((planes, { width, left, top, columns, rows }) => {
      for (let row = 0, i = 0; row < rows; row++) {
        const y = (2 * (top + row + 0.5)) / frame.height - 1;
        for (let n = left; n < left + columns; n++, i++) {
          const x = (2 * (n + 0.5)) / width - 1;
          const along = ex === 0 ? x : y;
          const depth = 1 - (ex * x + ey * y) + turn * along;
          const uneven = 1 + 0.5 * smoothNoise(along * 1.7 + 11, depth * 0.8, seed);
          const light = Math.exp(-Math.max(0, depth) / ((reach / 100) * uneven));
          for (let c = 0; c < 3; c++) planes[c][i] += colour[c] * light;
        }
      }
    });
  },
});
