import { diagonal } from "../../picture/frame";
import { gaussianPasses } from "../../picture/gaussian";
import { luminancePass } from "../../picture/luminance";
import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "./work";

/**
 * Unsharp mask: the luminance's distance from its blur, times the amount, is added to all channels, so that colours do
 * not shift; differences below the threshold are left alone. On encoded values, where steps look alike in dark and
 * light. The radius is a share of the diagonal. Source: unsharp masking, Gonzalez & Woods, Digital Image Processing, §3.6.
 */
export const sharpen = defineImageEffect({
  id: "image.sharpen",
  name: "Sharpen",
  short: "Sharp",
  category: "detail",
  summary: "Crisper edges.",
  parameters: {
    amount: percent({ label: "Amount", help: "How much of the difference is added.", min: 0, max: 400, default: 80 }),
    radius: percent({ label: "Radius", help: "Standard deviation, in hundredths of the diagonal.", min: 0.005, max: 0.5, default: 0.02, resolution: 0.001, taper: "log" }),
    threshold: percent({ label: "Threshold", help: "Differences below it are left alone.", min: 0, max: 20, default: 0.5 }),
  },
  key: ["amount", "radius"],
  encoding: "srgb",
  fine: true,
  create({ amount, radius, threshold }, frame) {
    const sigma = (radius / 100) * diagonal(frame);
    if (amount === 0 || sigma < 0.1) return nothing;
    const [share, least] = [amount / 100, threshold / 100];
    const { width, height } = frame;
    return {
      kind: "area",
      scratch: 3,
      passes: [
        luminancePass(frame, (_, s) => s[0]),
        ...gaussianPasses(frame, sigma, (_, s) => s[0], (_, s) => s[1], (_, s) => s[2]),
        {
          lines: height,
          run([r, g, b], [luminance, , blurred], from, to) {
            for (let i = from * width; i < to * width; i++) {
              const difference = luminance[i] - blurred[i];
              const size = Math.abs(difference) - least;
              if (size <= 0) continue;
              // The threshold is taken off, not cut at, so that nothing jumps where it lies.
              const added = share * (difference < 0 ? -size : size);
              r[i] += added;
              g[i] += added;
              b[i] += added;
            }
          },
        },
      ],
    };
  },
});
