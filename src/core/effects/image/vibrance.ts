import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { onStrips } from "./work";

/** Chroma in OKLab from which on a colour counts as strong: that of the primaries' weakest. */
const strong = 0.25;

/**
 * Strengthens weak colours more than strong ones: C' = C · (1 + v · (1 − C/strong)²) for chromas below `strong`, which
 * never turns them over. Own definition, in OKLab (Ottosson 2020).
 */
export const vibrance = defineImageEffect({
  id: "image.vibrance",
  name: "Vibrance",
  short: "Vib",
  category: "colour",
  summary: "Weak colours stronger, strong ones left alone.",
  parameters: {
    vibrance: percent({ label: "Vibrance", help: "0 % leaves it alone.", min: -100, max: 200, default: 0 }),
  },
  key: ["vibrance"],
  encoding: "oklab",
  create({ vibrance }) {
    const v = vibrance / 100;
    return onStrips(([, a, b], { columns, rows }) => {
      for (let i = 0; i < columns * rows; i++) {
        const share = 1 - Math.sqrt(a[i] * a[i] + b[i] * b[i]) / strong;
        if (share <= 0) continue;
        const factor = 1 + v * share * share;
        a[i] *= factor;
        b[i] *= factor;
      }
    });
  },
});
