import { defineImageEffect } from "../define";
import { choice, percent } from "../parameter";
import { onStrips } from "./work";

/**
 * OKLab hue angle in degrees of each tone, its chroma at the peak, and the lightness at which that peak lies:
 * selenium colours the shadows, sepia the middle tones, cyanotype the darker middle. The hues follow the look of
 * prints: common practice, no source.
 */
const tones = {
  selenium: { hue: 338, chroma: 0.022, peak: 0.35 },
  sepia: { hue: 70, chroma: 0.07, peak: 0.55 },
  cyanotype: { hue: 250, chroma: 0.1, peak: 0.45 },
  copper: { hue: 45, chroma: 0.08, peak: 0.5 },
} as const;

/**
 * Takes the colour away and lays one tone over the greys: a = C(L)·cos h, b = C(L)·sin h with
 * C(L) = depth · chroma · (L/p)^(p/(1−p)) · (1−L)/(1−p), which is 0 in black and white and `chroma` at L = p.
 * Own definition, in OKLab (Ottosson 2020).
 */
export const toner = defineImageEffect({
  id: "image.toner",
  name: "Toner",
  short: "Toner",
  category: "colour",
  summary: "A print in one colour, as from a toning bath.",
  parameters: {
    tone: choice({
      label: "Tone",
      help: "The colour of the bath.",
      options: [
        { value: "selenium", label: "selenium" },
        { value: "sepia", label: "sepia" },
        { value: "cyanotype", label: "cyanotype" },
        { value: "copper", label: "copper" },
      ],
      default: "selenium",
    }),
    depth: percent({
      label: "Depth",
      help: "How much colour the bath leaves; 0 % is a neutral grey.",
      min: 0,
      max: 200,
      default: 100,
    }),
  },
  key: ["tone", "depth"],
  encoding: "oklab",
  create({ tone, depth }) {
    const { hue, chroma, peak } = tones[tone];
    const angle = (hue * Math.PI) / 180;
    const power = peak / (1 - peak);
    const size = 1024;
    const table = Float64Array.from({ length: size + 1 }, (_, i) => {
      const l = i / size;
      return ((depth / 100) * chroma * (l / peak) ** power * (1 - l)) / (1 - peak);
    });
    const cos = Math.cos(angle);
    const sin = Math.sin(angle);
    return onStrips(([lightness, a, b], { columns, rows }) => {
      const count = columns * rows;
      for (let i = 0; i < count; i++) {
        const at = lightness[i] * size;
        let c = 0;
        // Beyond white there is no colour left, as in black.
        if (at > 0 && at < size) {
          const piece = at | 0;
          c = table[piece] + (table[piece + 1] - table[piece]) * (at - piece);
        }
        a[i] = c * cos;
        b[i] = c * sin;
      }
    });
  },
});
