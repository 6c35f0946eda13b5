import { decodeSrgb, encodeSrgb } from "../../colour/srgb";
import { localKernels } from "../../kernels/local";
import { diagonal } from "../../picture/frame";
import { gaussianKernel, gaussianPasses, widestKernel } from "../../picture/gaussian";
import { applyTable, functionTable } from "../../numeric/function-table";
import { luminancePass, luminanceWeights } from "../../picture/luminance";
import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "./work";

const encode = functionTable(encodeSrgb);
const decode = functionTable(decodeSrgb);
/** Next to black colours are not scaled: there is next to nothing to sharpen, and little to divide by. */
const leastLuminance = 1e-6;

/**
 * Unsharp mask: the distance of the encoded luminance from its blur, times the amount, is added to it, and the colours
 * are scaled to the luminance that makes, so that they do not shift; differences below the threshold are left alone.
 * Encoded, since there steps look alike in dark and light. The radius is a share of the diagonal.
 * Source: unsharp masking, Gonzalez & Woods, Digital Image Processing, §3.6.
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
  encoding: "linear",
  fine: true,
  create({ amount, radius, threshold }, frame) {
    const sigma = (radius / 100) * diagonal(frame);
    if (amount === 0 || sigma < 0.1) return nothing;
    const [share, least] = [amount / 100, threshold / 100];
    const { width, height } = frame;
    const rows = sigma > widestKernel ? undefined : localKernels()?.rows;
    if (rows) {
      const kernel = gaussianKernel(sigma);
      return {
        kind: "area",
        scratch: 1,
        passes: [
          luminancePass(frame, (_, s) => s[0], encode),
          {
            lines: height,
            run(planes, [luminance], from, to) {
              rows.blur(luminance, frame, kernel, from, to, (row, count, sharp, soft, pitch) => {
                for (let k = 0; k < count; k++) rows.sharpen(planes, (row + k) * width, width, luminanceWeights, sharp + 4 * k * pitch, soft + 4 * k * pitch, share, least, decode);
              });
            },
          },
        ],
      };
    }
    return {
      kind: "area",
      scratch: 3,
      passes: [
        luminancePass(frame, (_, s) => s[0], encode),
        ...gaussianPasses(frame, sigma, (_, s) => s[0], (_, s) => s[1], (_, s) => s[2]),
        {
          lines: height,
          run([r, g, b], [luminance, , blurred], from, to) {
            const [wr, wg, wb] = luminanceWeights;
            const line = new Float32Array(width);
            for (let y = from; y < to; y++) {
              for (let x = 0, i = y * width; x < width; x++, i++) {
                const difference = luminance[i] - blurred[i];
                const size = Math.max(0, Math.abs(difference) - least);
                // The threshold is taken off, not cut at, so that nothing jumps where it lies.
                line[x] = luminance[i] + share * (difference < 0 ? -size : size);
              }
              applyTable(decode, line, 0, width);
              for (let x = 0, i = y * width; x < width; x++, i++) {
                const is = wr * r[i] + wg * g[i] + wb * b[i];
                if (is <= leastLuminance) continue;
                const factor = Math.max(0, line[x]) / is;
                r[i] *= factor;
                g[i] *= factor;
                b[i] *= factor;
              }
            }
          },
        },
      ],
    };
  },
});
