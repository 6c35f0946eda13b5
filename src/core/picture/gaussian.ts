import type { AreaPass } from "./work";
import { localKernels } from "./local-kernels";
import type { Frame } from "./frame";

/** Up to this many pixels the kernel itself is used, beyond a recursive filter, whose work does not grow with it. */
export const widestKernel = 8;

/** The right half of a Gaussian kernel, from its middle on, cut at four standard deviations and summing to 1 as a whole. */
export function gaussianKernel(sigma: number): Float64Array {
  const half = Float64Array.from({ length: Math.ceil(4 * sigma) + 1 }, (_, i) =>
    Math.exp(-(i * i) / (2 * sigma * sigma)),
  );
  const sum = half.reduce((total, w, i) => total + (i === 0 ? w : 2 * w), 0);
  return half.map((w) => w / sum);
}

interface Recursive {
  readonly forward: readonly number[];
  readonly backward: readonly number[];
  readonly feedback: readonly number[];
}

/**
 * Fourth-order recursive approximation of a Gaussian, as a sum of a causal and an anticausal filter; within 5e-4 of the
 * kernel. Source: R. Deriche, "Recursively Implementing the Gaussian and its Derivatives", INRIA report 1893, 1993.
 */
function deriche(sigma: number): Recursive {
  const [a0, a1, b0, w0] = [1.68, 3.735, 1.783, 0.6318];
  const [c0, c1, b1, w1] = [-0.6803, -0.2598, 1.723, 1.997];
  const [e0, e1] = [Math.exp(-b0 / sigma), Math.exp(-b1 / sigma)];
  const [cos0, sin0, cos1, sin1] = [
    Math.cos(w0 / sigma),
    Math.sin(w0 / sigma),
    Math.cos(w1 / sigma),
    Math.sin(w1 / sigma),
  ];
  const n = [
    a0 + c0,
    e1 * (c1 * sin1 - (c0 + 2 * a0) * cos1) + e0 * (a1 * sin0 - (2 * c0 + a0) * cos0),
    2 * e0 * e1 * ((a0 + c0) * cos1 * cos0 - a1 * cos1 * sin0 - c1 * cos0 * sin1) +
      c0 * e0 * e0 +
      a0 * e1 * e1,
    e1 * e0 * e0 * (c1 * sin1 - c0 * cos1) + e0 * e1 * e1 * (a1 * sin0 - a0 * cos0),
  ];
  const d = [
    -2 * e1 * cos1 - 2 * e0 * cos0,
    4 * e0 * e1 * cos1 * cos0 + e1 * e1 + e0 * e0,
    -2 * e0 * e1 * e1 * cos0 - 2 * e1 * e0 * e0 * cos1,
    e0 * e0 * e1 * e1,
  ];
  const m = [n[1] - d[0] * n[0], n[2] - d[1] * n[0], n[3] - d[2] * n[0], -d[3] * n[0]];
  const total =
    (n.reduce((a, b) => a + b, 0) + m.reduce((a, b) => a + b, 0)) / (1 + d.reduce((a, b) => a + b, 0));
  return { forward: n.map((v) => v / total), backward: m.map((v) => v / total), feedback: d };
}

/** Filters `length` values of `source`, `step` apart from `at` on, into `target`; beyond its ends a line goes on as it ends. */
function recursiveLine(
  { forward: [n0, n1, n2, n3], backward: [m1, m2, m3, m4], feedback: [d1, d2, d3, d4] }: Recursive,
  source: Float32Array,
  target: Float32Array,
  at: number,
  step: number,
  length: number,
): void {
  const settle = 1 + d1 + d2 + d3 + d4;
  const first = source[at];
  let [x1, x2, x3] = [first, first, first];
  // What the filter has come to after endless values like the first.
  let y1 = (first * (n0 + n1 + n2 + n3)) / settle;
  let [y2, y3, y4] = [y1, y1, y1];
  const causal = new Float64Array(length);
  for (let i = 0, k = at; i < length; i++, k += step) {
    const x = source[k];
    const y = n0 * x + n1 * x1 + n2 * x2 + n3 * x3 - d1 * y1 - d2 * y2 - d3 * y3 - d4 * y4;
    causal[i] = y;
    [x3, x2, x1] = [x2, x1, x];
    [y4, y3, y2, y1] = [y3, y2, y1, y];
  }
  const last = source[at + (length - 1) * step];
  [x1, x2, x3] = [last, last, last];
  let x4 = last;
  y1 = (last * (m1 + m2 + m3 + m4)) / settle;
  [y2, y3, y4] = [y1, y1, y1];
  for (let i = length - 1, k = at + (length - 1) * step; i >= 0; i--, k -= step) {
    const y = m1 * x1 + m2 * x2 + m3 * x3 + m4 * x4 - d1 * y1 - d2 * y2 - d3 * y3 - d4 * y4;
    const x = source[k];
    target[k] = causal[i] + y;
    [x4, x3, x2, x1] = [x3, x2, x1, x];
    [y4, y3, y2, y1] = [y3, y2, y1, y];
  }
}

/** Takes a plane out of a picture's planes and scratch planes. */
export type Pick = (planes: readonly Float32Array[], scratch: readonly Float32Array[]) => Float32Array;

/** Passes that blur a plane in place, by way of another; see `gaussianPasses`. */
export function gaussianInPlace(frame: Frame, sigma: number, plane: Pick, between: Pick): AreaPass[] {
  if (sigma > widestKernel || !localKernels()) return plainPasses(frame, sigma, plane, between, plane);
  const { width, height } = frame;
  const back: AreaPass = {
    lines: height,
    run: (planes, scratch, from, to) =>
      plane(planes, scratch).set(between(planes, scratch).subarray(from * width, to * width), from * width),
  };
  return [...gaussianPasses(frame, sigma, plane, between, between), back];
}

/**
 * Passes that blur one plane into another by a Gaussian of `sigma` pixels, by way of a third (which may be the other);
 * edges go on as they end. Source: separability of the Gaussian; `gaussianKernel` and Deriche 1993.
 */
export function gaussianPasses(
  frame: Frame,
  sigma: number,
  source: Pick,
  between: Pick,
  target: Pick,
): AreaPass[] {
  const rows = sigma > widestKernel ? undefined : localKernels()?.rows;
  if (!rows) return plainPasses(frame, sigma, source, between, target);
  const { width, height } = frame;
  const kernel = gaussianKernel(Math.max(sigma, 0.05));
  return [
    {
      lines: height,
      run(planes, scratch, from, to) {
        const out = target(planes, scratch);
        rows.blur(source(planes, scratch), frame, kernel, from, to, (row, count, _sharp, soft, pitch) => {
          for (let k = 0; k < count; k++) rows.copyRow(soft + 4 * k * pitch, out, (row + k) * width, width);
        });
      },
    },
  ];
}

/** The same without kernels, their twin; source and target may be one. */
export function plainPasses(
  { width, height }: Frame,
  sigma: number,
  source: Pick,
  between: Pick,
  target: Pick,
): AreaPass[] {
  if (sigma > widestKernel) {
    const filter = deriche(sigma);
    return [
      {
        lines: height,
        run(planes, scratch, from, to) {
          const [a, b] = [source(planes, scratch), between(planes, scratch)];
          for (let y = from; y < to; y++) recursiveLine(filter, a, b, y * width, 1, width);
        },
      },
      {
        lines: width,
        run(planes, scratch, from, to) {
          const [a, b] = [between(planes, scratch), target(planes, scratch)];
          for (let x = from; x < to; x++) recursiveLine(filter, a, b, x, width, height);
        },
      },
    ];
  }
  const kernel = gaussianKernel(Math.max(sigma, 0.05));
  const reach = kernel.length - 1;
  return [
    {
      lines: height,
      run(planes, scratch, from, to) {
        const [a, b] = [source(planes, scratch), between(planes, scratch)];
        const padded = new Float64Array(width + 2 * reach);
        for (let y = from; y < to; y++) {
          const row = y * width;
          padded.fill(a[row], 0, reach);
          padded.set(a.subarray(row, row + width), reach);
          padded.fill(a[row + width - 1], reach + width);
          for (let x = 0; x < width; x++) {
            let sum = kernel[0] * padded[x + reach];
            for (let k = 1; k <= reach; k++)
              sum += kernel[k] * (padded[x + reach - k] + padded[x + reach + k]);
            b[row + x] = sum;
          }
        }
      },
    },
    {
      lines: height,
      run(planes, scratch, from, to) {
        const [a, b] = [between(planes, scratch), target(planes, scratch)];
        const sums = new Float64Array(width);
        for (let y = from; y < to; y++) {
          const middle = y * width;
          for (let x = 0; x < width; x++) sums[x] = kernel[0] * a[middle + x];
          for (let k = 1; k <= reach; k++) {
            const [above, below] = [Math.max(0, y - k) * width, Math.min(height - 1, y + k) * width];
            const weight = kernel[k];
            for (let x = 0; x < width; x++) sums[x] += weight * (a[above + x] + a[below + x]);
          }
          b.set(sums, middle);
        }
      },
    },
  ];
}
