import { diagonal, type Frame } from "../../picture/frame";
import { gaussianInPlace } from "../../picture/gaussian";
import { defineImageEffect } from "../define";
import { type AreaPass } from "../../picture/work";
import { percent } from "../parameter";
import { nothing } from "./work";

/** Share of the picture's pixels, those with the most haze, whose mean is taken for the air's light. */
const airShare = 0.001;
/** Less than this share of the scene's light is never divided by. */
const leastTransmission = 0.1;

/** Minimum over a line's surroundings: van Herk's and Gil & Werman's three comparisons a value, whatever the radius. */
function lineMinimum(line: Float32Array, radius: number): Float32Array {
  const n = line.length;
  const size = 2 * radius + 1;
  const padded = new Float32Array(Math.ceil((n + 2 * radius) / size) * size).fill(Infinity);
  padded.set(line, radius);
  const [forward, backward] = [padded.slice(), padded.slice()];
  for (let i = 1; i < padded.length; i++)
    if (i % size !== 0) forward[i] = Math.min(forward[i], forward[i - 1]);
  for (let i = padded.length - 2; i >= 0; i--)
    if (i % size !== size - 1) backward[i] = Math.min(backward[i], backward[i + 1]);
  return line.map((_, i) => Math.min(backward[i], forward[i + size - 1]));
}

function minimumPasses({ width, height }: Frame, radius: number): AreaPass[] {
  return [
    {
      lines: height,
      run([r, g, b], [dark], from, to) {
        for (let y = from; y < to; y++) {
          const line = Float32Array.from({ length: width }, (_, x) =>
            Math.min(r[y * width + x], g[y * width + x], b[y * width + x]),
          );
          dark.set(lineMinimum(line, radius), y * width);
        }
      },
    },
    {
      lines: width,
      run(_, [dark], from, to) {
        for (let x = from; x < to; x++) {
          const line = Float32Array.from({ length: height }, (_, y) => dark[y * width + x]);
          lineMinimum(line, radius).forEach((v, y) => (dark[y * width + x] = v));
        }
      },
    },
  ];
}

/** Mean colour of the pixels whose surroundings are the brightest in their darkest channel. */
function airLight([r, g, b]: readonly Float32Array[], dark: Float32Array): number[] {
  const pixels = r.length;
  const bins = new Float64Array(4096);
  const bin = (v: number) => Math.min(4095, Math.max(0, (v * 2048) | 0));
  for (let i = 0; i < pixels; i++) bins[bin(dark[i])]++;
  let least = 4095;
  for (let count = bins[least]; least > 0 && count < airShare * pixels;) count += bins[--least];
  const sums = [0, 0, 0];
  let count = 0;
  for (let i = 0; i < pixels; i++) {
    if (bin(dark[i]) < least) continue;
    sums[0] += r[i];
    sums[1] += g[i];
    sums[2] += b[i];
    count++;
  }
  return sums.map((s) => Math.max(0.05, s / count));
}

/**
 * Takes haze away by the dark channel: where even the darkest channel of the surroundings is bright there is haze,
 * t = 1 − amount · dark(I/A), and J = (I − A)/t + A with the air's light A. The transmission is smoothed by a Gaussian
 * a third of the surroundings wide, where the source refines it by matting. In linear light.
 * Source: He, Sun, Tang, "Single Image Haze Removal Using Dark Channel Prior", CVPR 2009.
 */
export const hazeRemoval = defineImageEffect({
  id: "image.haze-removal",
  name: "Haze removal",
  short: "Haze",
  category: "detail",
  summary: "Takes mist and haze away from what is far.",
  parameters: {
    amount: percent({
      label: "Amount",
      help: "How much of the haze is taken.",
      min: 0,
      max: 100,
      default: 60,
    }),
    radius: percent({
      label: "Radius",
      help: "How wide the surroundings are, in hundredths of the diagonal.",
      min: 0.2,
      max: 5,
      default: 1,
      resolution: 0.01,
      taper: "log",
    }),
  },
  key: ["amount"],
  encoding: "linear",
  create({ amount, radius }, frame) {
    if (amount === 0) return nothing;
    const { width, height } = frame;
    const around = Math.max(1, Math.round((radius / 100) * diagonal(frame)));
    return {
      kind: "area",
      scratch: 3,
      passes: [
        ...minimumPasses(frame, around),
        {
          // One line: the air's light is one for all, and is left at the head of a plane for the last pass.
          lines: 1,
          run(planes, [dark, , air]) {
            air.set(airLight(planes, dark));
          },
        },
        ...gaussianInPlace(
          frame,
          Math.max(0.5, around / 3),
          (_, s) => s[0],
          (_, s) => s[1],
        ),
        {
          lines: height,
          run(planes, [dark, , air], from, to) {
            const [a0, a1, a2] = air;
            const brightest = Math.max(a0, a1, a2);
            for (let i = from * width; i < to * width; i++) {
              const t = Math.max(
                leastTransmission,
                1 - ((amount / 100) * Math.min(1, Math.max(0, dark[i]))) / brightest,
              );
              planes[0][i] = (planes[0][i] - a0) / t + a0;
              planes[1][i] = (planes[1][i] - a1) / t + a1;
              planes[2][i] = (planes[2][i] - a2) / t + a2;
            }
          },
        },
      ],
    };
  },
});
