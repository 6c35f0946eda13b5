import { RowRing, takePadded } from "../../kernels/row-blur";
import { diagonal, type Frame } from "../../picture/frame";
import { defineImageEffect } from "../define";
import { type Near } from "../../picture/work";
import { percent } from "../parameter";
import { nothing } from "./work";

/** The same by kernels, as rows come. */
const near = (
  { height }: Frame,
  distance: Float64Array,
  reach: number,
  scaleL: number,
  scaleC: number,
): Near => ({
  reach,
  start(kernels, columns) {
    const rings = [0, 1, 2].map(() => new RowRing(kernels, columns, 2 * reach + 1, (reach + 3) & ~3));
    const weights = kernels.reserve(4 * distance.length);
    kernels.put(distance, weights);
    const size = 2 * reach + 1;
    const addresses = kernels.reserve(4 * 3 * size);
    return {
      take: (y, row) => rings.forEach((ring, c) => takePadded(kernels, ring, y, row[c], columns)),
      give(y, _, to) {
        for (let k = -reach; k <= reach; k++)
          rings.forEach(
            (ring, c) =>
              (kernels.integers[(addresses >> 2) + c * size + k + reach] = ring.at(
                Math.min(height - 1, Math.max(0, y + k)),
              )),
          );
        kernels.run.bilateral(addresses, weights, reach, columns, scaleL, scaleC, to[0], to[1], to[2]);
      },
    };
  },
});

/**
 * Bilateral filter: each pixel becomes the mean of its surroundings, weighted by distance and by likeness, in OKLab;
 * lightness and colour have thresholds of their own. Likeness is (1 − d²/16σ²)⁸, which is exp(−d²/2σ²) within 0.04 and
 * ends where that is next to nothing.
 * Source: Tomasi & Manduchi, "Bilateral Filtering for Gray and Color Images", ICCV 1998.
 */
export const imageNoiseReduction = defineImageEffect({
  id: "image.noise-reduction",
  name: "Noise reduction",
  short: "NR",
  category: "detail",
  summary: "Smooths noise and keeps edges.",
  parameters: {
    lightness: percent({
      label: "Lightness",
      help: "Differences up to about this are smoothed.",
      min: 0,
      max: 20,
      default: 3,
      resolution: 0.05,
    }),
    colour: percent({
      label: "Colour",
      help: "The same for colours.",
      min: 0,
      max: 20,
      default: 5,
      resolution: 0.05,
    }),
    radius: percent({
      label: "Radius",
      help: "How far around, in hundredths of the diagonal.",
      min: 0.02,
      max: 0.5,
      default: 0.08,
      resolution: 0.005,
      taper: "log",
    }),
  },
  key: ["lightness", "colour"],
  encoding: "oklab",
  fine: true,
  create({ lightness, colour, radius }, frame) {
    const sigma = Math.min(4, (radius / 100) * diagonal(frame));
    if (sigma < 0.2 || (lightness === 0 && colour === 0)) return nothing;
    const { width, height } = frame;
    const reach = Math.max(1, Math.ceil(2 * sigma));
    const size = 2 * reach + 1;
    const distance = Float64Array.from({ length: size * size }, (_, i) =>
      Math.exp(-(((i % size) - reach) ** 2 + (Math.floor(i / size) - reach) ** 2) / (2 * sigma * sigma)),
    );
    // What is alike up to about the threshold: its square over 2 · 8 makes (1 − d²·scale)⁸ about exp(−d²/2σ²).
    const [scaleL, scaleC] = [lightness, colour].map((v) => (v === 0 ? 1e30 : 1 / (2 * 8 * (v / 100) ** 2)));
    const weightOf = (square: number, scale: number) => Math.max(0, 1 - square * scale) ** 8;
    return {
      kind: "area",
      scratch: 3,
      near: near(frame, distance, reach, scaleL, scaleC),
      passes: [
        {
          lines: height,
          run(planes, scratch, from, to) {
            for (let c = 0; c < 3; c++)
              scratch[c].set(planes[c].subarray(from * width, to * width), from * width);
          },
        },
        {
          lines: height,
          run([outL, outA, outB], [L, A, B], from, to) {
            for (let y = from; y < to; y++)
              for (let x = 0; x < width; x++) {
                const i = y * width + x;
                const [l, a, b] = [L[i], A[i], B[i]];
                let [sumL, weightL, sumA, sumB, weightC] = [0, 0, 0, 0, 0];
                for (let dy = -reach; dy <= reach; dy++) {
                  const row = Math.min(height - 1, Math.max(0, y + dy)) * width;
                  for (let dx = -reach; dx <= reach; dx++) {
                    const k = row + Math.min(width - 1, Math.max(0, x + dx));
                    const near = distance[(dy + reach) * size + dx + reach];
                    const dl = L[k] - l;
                    const [da, db] = [A[k] - a, B[k] - b];
                    const wl = near * weightOf(dl * dl, scaleL);
                    // Colours only mix where lightness is not of another thing.
                    const wc = near * weightOf(da * da + db * db + 0.25 * dl * dl, scaleC);
                    sumL += wl * L[k];
                    weightL += wl;
                    sumA += wc * A[k];
                    sumB += wc * B[k];
                    weightC += wc;
                  }
                }
                // The middle itself always counts, so that no weight is nothing.
                outL[i] = sumL / weightL;
                outA[i] = sumA / weightC;
                outB[i] = sumB / weightC;
              }
          },
        },
      ],
    };
  },
});
