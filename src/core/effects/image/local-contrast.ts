import { diagonal } from "../../picture/frame";
import { gaussianPasses } from "../../picture/gaussian";
import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "./work";

/**
 * Contrast against the surroundings: in OKLab the lightness' distance from its blur over a wide radius is scaled,
 * bounded softly, so that edges get no halos; black and white stay. L' = L + a · d/(1 + |d|/0.2) · 4L(1−L).
 * Own definition after unsharp masking with a wide radius; in OKLab (Ottosson 2020).
 */
export const localContrast = defineImageEffect({
  id: "image.local-contrast",
  name: "Local contrast",
  short: "Local",
  category: "detail",
  summary: "More depth in flat parts, without harder lights and shadows.",
  parameters: {
    amount: percent({ label: "Amount", help: "Negative flattens.", min: -100, max: 200, default: 40 }),
    radius: percent({
      label: "Radius",
      help: "How wide the surroundings are, in hundredths of the diagonal.",
      min: 0.3,
      max: 10,
      default: 2,
      resolution: 0.01,
      taper: "log",
    }),
  },
  key: ["amount", "radius"],
  encoding: "oklab",
  create({ amount, radius }, frame) {
    const sigma = (radius / 100) * diagonal(frame);
    if (amount === 0 || sigma < 0.3) return nothing;
    const share = amount / 100;
    const { width, height } = frame;
    return {
      kind: "area",
      scratch: 2,
      passes: [
        ...gaussianPasses(
          frame,
          sigma,
          (p) => p[0],
          (_, s) => s[0],
          (_, s) => s[1],
        ),
        {
          lines: height,
          run([L], [, blurred], from, to) {
            for (let i = from * width; i < to * width; i++) {
              const l = L[i];
              if (l <= 0 || l >= 1) continue;
              const d = l - blurred[i];
              L[i] = l + (share * d * 4 * l * (1 - l)) / (1 + Math.abs(d) / 0.2);
            }
          },
        },
      ],
    };
  },
});
