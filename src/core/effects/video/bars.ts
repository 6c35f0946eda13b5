import { decodeSrgb } from "../../colour/srgb";
import { defineVideoEffect } from "../define";
import { onStrips } from "../image/work";
import { choice } from "../parameter";

type Patch = readonly [width: number, red: number, green: number, blue: number];

/** Shares of the amplitude, white 1: three rows with their heights, from the left, widths in shares of a bar. */
const main: readonly Patch[] = [
  [1, 1, 1, 1],
  [1, 1, 1, 0],
  [1, 0, 1, 1],
  [1, 0, 1, 0],
  [1, 1, 0, 1],
  [1, 1, 0, 0],
  [1, 0, 0, 1],
];
const reverse: readonly Patch[] = [
  [1, 0, 0, 1],
  [1, 0, 0, 0],
  [1, 1, 0, 1],
  [1, 0, 0, 0],
  [1, 0, 1, 1],
  [1, 0, 0, 0],
  [1, 1, 1, 1],
];
/** −I, white, +Q, black, three steps around black, black; those of colour as codes of 8 bits. */
const foot: readonly Patch[] = [
  [1.25, 0, 33 / 255, 76 / 255],
  [1.25, 1, 1, 1],
  [1.25, 50 / 255, 0, 106 / 255],
  [1.25, 0, 0, 0],
  [1 / 3, 0, 0, 0],
  [1 / 3, 0, 0, 0],
  [1 / 3, 10 / 255, 10 / 255, 10 / 255],
  [1, 0, 0, 0],
];

/**
 * Colour bars to judge a screen by: seven bars of 75 or 100 %, a row of their opposites, and −I, white, +Q and a step above
 * black below. Source: SMPTE EG 1, heights 67, 8 and 25 %, from memory; steps below black cannot be shown in full range
 * and are black.
 */
export const bars = defineVideoEffect({
  id: "video.bars",
  name: "Colour bars",
  short: "Bars",
  category: "generators",
  summary: "Bars to judge a screen by, instead of the picture.",
  parameters: {
    amplitude: choice({
      label: "Amplitude",
      help: "Of the coloured bars.",
      options: [
        { value: "75", label: "75 %" },
        { value: "100", label: "100 %" },
      ],
      default: "75",
    }),
  },
  key: ["amplitude"],
  encoding: "linear",
  placed: true,
  create({ amplitude }, { width, height }) {
    const level = Number(amplitude) / 100;
    // Pixels that lie on an edge have a share of both sides, in light.
    const part = (from: number, to: number, pixel: number) =>
      Math.max(0, Math.min(to, pixel + 1) - Math.max(from, pixel));
    const line = (patches: readonly Patch[], by: number) => {
      const values = [0, 1, 2].map(() => new Float32Array(width));
      let edge = 0;
      for (const [share, ...rgb] of patches) {
        const from = edge;
        edge += (share * width) / 7;
        const light = rgb.map((v) => decodeSrgb(v * by));
        for (let x = Math.floor(from); x < Math.min(width, edge); x++)
          light.forEach((v, c) => (values[c][x] += v * part(from, edge, x)));
      }
      return values;
    };
    const lines = [line(main, level), line(reverse, level), line(foot, 1)];
    const edges = [0, 0.67 * height, 0.75 * height, height];
    return onStrips((planes, strip) => {
      for (let row = 0; row < strip.rows; row++) {
        const shares = lines.map((_, n) => part(edges[n], edges[n + 1], strip.top + row));
        for (let c = 0; c < 3; c++)
          for (let x = 0; x < strip.columns; x++)
            planes[c][row * strip.columns + x] = lines.reduce(
              (sum, values, n) => sum + shares[n] * values[c][strip.left + x],
              0,
            );
      }
    });
  },
});
