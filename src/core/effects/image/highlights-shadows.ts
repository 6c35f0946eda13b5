import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { onStrips } from "./work";

/**
 * Lifts or lowers shadows and highlights by their lightness in OKLab, colours in proportion: L' = L + s·3L(1−L)³ +
 * h·3L³(1−L), so that black and white stay; a and b by L'/L. Own definition, in OKLab (Ottosson 2020).
 */
export const highlightsShadows = defineImageEffect({
  id: "image.highlights-shadows",
  name: "Highlights and shadows",
  short: "Hi/Sh",
  category: "tone",
  summary: "Opens shadows and brings highlights back.",
  parameters: {
    highlights: percent({
      label: "Highlights",
      help: "Negative brings them back.",
      min: -100,
      max: 100,
      default: 0,
    }),
    shadows: percent({ label: "Shadows", help: "Positive opens them.", min: -100, max: 100, default: 0 }),
  },
  key: ["highlights", "shadows"],
  encoding: "oklab",
  create({ highlights, shadows }) {
    // At a third the curve's slope stays positive over all of 0…1.
    const [h, s] = [highlights / 300, shadows / 300];
    return onStrips(([L, a, b], { columns, rows }) => {
      for (let i = 0; i < columns * rows; i++) {
        const l = L[i];
        if (l <= 0 || l >= 1) continue;
        const u = 1 - l;
        const moved = l + 3 * l * u * (s * u * u + h * l * l);
        const factor = moved / l;
        L[i] = moved;
        a[i] *= factor;
        b[i] *= factor;
      }
    });
  },
});
