import { defineImageEffect } from "../define";
import { choice, degrees, percent, rows } from "../parameter";
import { nothing, onStrips } from "./work";

/** OKLab hue angles of the ranges' middles, in degrees: those of the sRGB primaries, their mixtures, and between them. */
const middles = {
  red: 29,
  orange: 58,
  yellow: 110,
  green: 142,
  aqua: 195,
  blue: 264,
  purple: 304,
  magenta: 345,
} as const;
const names = Object.keys(middles) as (keyof typeof middles)[];

const range = {
  range: choice({
    label: "Range",
    help: "Which colours.",
    options: names.map((value) => ({ value, label: value })),
    default: "blue" as keyof typeof middles,
  }),
  hue: degrees({ label: "Hue", help: "Turns them towards their neighbours.", min: -60, max: 60, default: 0 }),
  saturation: percent({
    label: "Saturation",
    help: "0 % leaves them alone.",
    min: -100,
    max: 100,
    default: 0,
  }),
  lightness: percent({ label: "Lightness", help: "0 % leaves them alone.", min: -50, max: 50, default: 0 }),
};

/** Chroma below which a colour is so near to grey that its hue says little. */
const grey = 0.03;

/**
 * Turns, strengthens and lightens colours by their hue. Between the middles of two ranges both share by a raised
 * cosine, so that all weights sum to 1; near grey the effect fades. Own definition, in OKLab (Ottosson 2020).
 */
export const hueRanges = defineImageEffect({
  id: "image.hue-ranges",
  name: "Hue ranges",
  short: "Hues",
  category: "colour",
  summary: "Some colours turned, stronger or lighter, the others left alone.",
  parameters: {
    ranges: rows({
      label: "Ranges",
      help: "Each works on its own colours.",
      rowLabel: "Range",
      max: 8,
      item: range,
      default: [{ range: "blue", hue: 0, saturation: 0, lightness: 0 }],
    }),
  },
  key: ["ranges"],
  encoding: "oklab",
  create({ ranges }) {
    if (ranges.length === 0) return nothing;
    // What each degree of hue gets, summed over the ranges.
    const [turn, saturation, lightness] = [0, 1, 2].map(() => new Float64Array(361));
    for (const row of ranges) {
      const n = names.indexOf(row.range);
      const middle = middles[row.range];
      const before = middles[names[(n + names.length - 1) % names.length]] - (n === 0 ? 360 : 0);
      const next = middles[names[(n + 1) % names.length]] + (n === names.length - 1 ? 360 : 0);
      for (let degree = 0; degree <= 360; degree++)
        for (const at of [degree - 360, degree, degree + 360]) {
          if (at <= before || at >= next) continue;
          const distance = at < middle ? (middle - at) / (middle - before) : (at - middle) / (next - middle);
          const weight = 0.5 + 0.5 * Math.cos(Math.PI * distance);
          turn[degree] += weight * row.hue;
          saturation[degree] += (weight * row.saturation) / 100;
          lightness[degree] += (weight * row.lightness) / 100;
        }
    }
    return onStrips(([L, a, b], { columns, rows }) => {
      for (let i = 0; i < columns * rows; i++) {
        const chroma = Math.sqrt(a[i] * a[i] + b[i] * b[i]);
        if (chroma === 0) continue;
        const hue = ((Math.atan2(b[i], a[i]) * 180) / Math.PI + 360) % 360;
        const degree = Math.floor(hue);
        const part = hue - degree;
        const mix = (table: Float64Array) => table[degree] + (table[degree + 1] - table[degree]) * part;
        const certain = Math.min(1, chroma / grey);
        const angle = ((hue + mix(turn) * certain) * Math.PI) / 180;
        const c = chroma * Math.max(0, 1 + mix(saturation) * certain);
        a[i] = c * Math.cos(angle);
        b[i] = c * Math.sin(angle);
        L[i] *= 1 + mix(lightness) * certain * Math.min(1, chroma / 0.1);
      }
    });
  },
});
