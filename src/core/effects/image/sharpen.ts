import type { KernelInstance } from "../../kernels/instance";
import { RowBlur, RowRing } from "../../kernels/row-blur";
import { diagonal, type Frame } from "../../picture/frame";
import { gaussianKernel, gaussianPasses, widestKernel } from "../../picture/gaussian";
import { luminanceWeights } from "../../picture/luminance";
import { defineImageEffect } from "../define";
import { type Near } from "../../picture/work";
import { percent } from "../parameter";
import { nothing } from "./work";

/** Next to black colours are not scaled: there is next to nothing to sharpen, and little to divide by. */
const leastLuminance = 1e-6;
/** Added to the luminance before its root, so that the root is about as steep at black as sRGB's curve is. */
const toe = 0.004;

/** The same by kernels, as rows come. */
const near = ({ height }: Frame, half: Float64Array, share: number, least: number): Near => ({
  reach: half.length - 1,
  start(kernels: KernelInstance, width: number) {
    const blur = new RowBlur(kernels, width, height, half);
    const sharp = new RowRing(kernels, width, 2 * blur.reach + 1);
    const soft = new RowRing(kernels, width, 1).at(0);
    const [wr, wg, wb] = luminanceWeights;
    return {
      take(y, [r, g, b]) {
        kernels.run.lightness(r, g, b, sharp.at(y), width, wr, wg, wb, toe);
        blur.take(y, sharp.at(y));
      },
      give(y, [r, g, b], to) {
        blur.give(y, soft);
        kernels.run.sharpen(r, g, b, sharp.at(y), soft, width, share, least, toe, to[0], to[1], to[2]);
      },
    };
  },
});

/**
 * Unsharp mask: the distance of the lightness from its blur, times the amount, is added to it, and the colours
 * are scaled to the luminance that makes, so that they do not shift; differences below the threshold are left alone.
 * Lightness, ∛(Y + 0.004), since there steps look alike in dark and light. The radius is a share of the diagonal.
 * Source: unsharp masking, Gonzalez & Woods, Digital Image Processing, §3.6; the cube root as in CIE 15's L*.
 */
export const sharpen = defineImageEffect({
  id: "image.sharpen",
  name: "Sharpen",
  short: "Sharp",
  category: "detail",
  summary: "Crisper edges.",
  parameters: {
    amount: percent({
      label: "Amount",
      help: "How much of the difference is added.",
      min: 0,
      max: 400,
      default: 80,
    }),
    radius: percent({
      label: "Radius",
      help: "Standard deviation, in hundredths of the diagonal.",
      min: 0.005,
      max: 0.5,
      default: 0.02,
      resolution: 0.001,
      taper: "log",
    }),
    threshold: percent({
      label: "Threshold",
      help: "Differences below it are left alone.",
      min: 0,
      max: 20,
      default: 0.5,
    }),
  },
  key: ["amount", "radius"],
  encoding: "linear",
  fine: true,
  create({ amount, radius, threshold }, frame) {
    const sigma = (radius / 100) * diagonal(frame);
    if (amount === 0 || sigma < 0.1) return nothing;
    const [share, least] = [amount / 100, threshold / 100];
    const { width } = frame;
    const [wr, wg, wb] = luminanceWeights;
    return {
      kind: "area",
      scratch: 3,
      near: sigma > widestKernel ? undefined : near(frame, gaussianKernel(sigma), share, least),
      passes: [
        {
          lines: frame.height,
          run([r, g, b], [lightness], from, to) {
            for (let i = from * width; i < to * width; i++)
              lightness[i] = Math.cbrt(wr * r[i] + wg * g[i] + wb * b[i] + toe);
          },
        },
        ...gaussianPasses(
          frame,
          sigma,
          (_, s) => s[0],
          (_, s) => s[1],
          (_, s) => s[2],
        ),
        {
          lines: frame.height,
          run([r, g, b], [lightness, , blurred], from, to) {
            for (let i = from * width; i < to * width; i++) {
              const is = lightness[i] ** 3 - toe;
              if (is <= leastLuminance) continue;
              const difference = lightness[i] - blurred[i];
              // The threshold is taken off, not cut at, so that nothing jumps where it lies.
              const size = Math.max(0, Math.abs(difference) - least);
              const factor =
                Math.max(0, (lightness[i] + share * (difference < 0 ? -size : size)) ** 3 - toe) / is;
              r[i] *= factor;
              g[i] *= factor;
              b[i] *= factor;
            }
          },
        },
      ],
    };
  },
});
