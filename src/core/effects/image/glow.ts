import { decodeSrgb } from "../../colour/srgb";
import { diagonal } from "../../picture/frame";
import { gaussianInPlace } from "../../picture/gaussian";
import { luminanceWeights } from "../../picture/luminance";
import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { nothing, smoothstep } from "./work";

/**
 * Light around lights: what is brighter than the threshold is blurred and added, in linear light, as a soft filter
 * before the lens scatters it. Own definition; blur: `gaussianInPlace`.
 */
export const glow = defineImageEffect({
  id: "image.glow",
  name: "Glow",
  short: "Glow",
  category: "finish",
  summary: "A soft light around what is bright.",
  parameters: {
    amount: percent({ label: "Amount", help: "How much of it is added.", min: 0, max: 200, default: 40 }),
    radius: percent({
      label: "Radius",
      help: "How far it reaches, in hundredths of the diagonal.",
      min: 0.1,
      max: 10,
      default: 1.5,
      resolution: 0.01,
      taper: "log",
    }),
    threshold: percent({
      label: "Threshold",
      help: "How bright a tone must be.",
      min: 0,
      max: 100,
      default: 65,
    }),
  },
  key: ["amount", "radius"],
  encoding: "linear",
  create({ amount, radius, threshold }, frame) {
    const sigma = (radius / 100) * diagonal(frame);
    if (amount === 0) return nothing;
    const { width, height } = frame;
    const share = amount / 100;
    // Tones are judged as they look, between a tenth below and above the threshold.
    const [low, high] = [decodeSrgb(Math.max(0, threshold / 100 - 0.1)), decodeSrgb(threshold / 100 + 0.1)];
    const [wr, wg, wb] = luminanceWeights;
    return {
      kind: "area",
      scratch: 4,
      passes: [
        {
          lines: height,
          run([r, g, b], [sr, sg, sb], from, to) {
            for (let i = from * width; i < to * width; i++) {
              const weight = smoothstep(low, high, wr * r[i] + wg * g[i] + wb * b[i]);
              sr[i] = r[i] * weight;
              sg[i] = g[i] * weight;
              sb[i] = b[i] * weight;
            }
          },
        },
        ...[0, 1, 2].flatMap((c) =>
          gaussianInPlace(
            frame,
            Math.max(0.3, sigma),
            (_, s) => s[c],
            (_, s) => s[3],
          ),
        ),
        {
          lines: height,
          run(planes, scratch, from, to) {
            planes.forEach((plane, c) => {
              for (let i = from * width; i < to * width; i++) plane[i] += share * scratch[c][i];
            });
          },
        },
      ],
    };
  },
});
