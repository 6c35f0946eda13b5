import type { KernelInstance } from "../kernels/instance";
import { rowKernels } from "./local-kernels";

/*
 * Codes of luminance and colour differences as those of R, G and B: 8 bits of limited range, ITU-R BT.709. Source: ITU-R
 * BT.709-6, items 3.2 to 3.4 (E'Y = 0.2126 R' + 0.7152 G' + 0.0722 B'; 16…235, 16…240); codes are clamped.
 */

/** One of three planes of a decoded frame: where it begins, and bytes from one row to the next. */
export interface CodedPlane {
  readonly offset: number;
  readonly stride: number;
}

/** Light and two colours, in this order. */
export type CodedPlanes = readonly [CodedPlane, CodedPlane, CodedPlane];

const [kr, kb] = [0.2126, 0.0722];
const kg = 1 - kr - kb;
/** Whole numbers, in 8,192ths: factors of four times a code beyond black or grey, so that sums are shifted by fifteen bits. */
const whole = (factor: number, range: number) => Math.round((8192 * factor * 255) / range);
const light = whole(1, 219);
const redOfCr = whole(2 * (1 - kr), 224);
const greenOfCb = whole((-2 * kb * (1 - kb)) / kg, 224);
const greenOfCr = whole((-2 * kr * (1 - kr)) / kg, 224);
const blueOfCb = whole(2 * (1 - kb), 224);
const half = 1 << 14;
/** Pairs as the kernels take them: of red, of green and blue, of the second colour in green, of blue; opaque; and what rounds. */
const pairs = Int16Array.of(
  light,
  redOfCr,
  light,
  greenOfCb,
  greenOfCr,
  half,
  light,
  blueOfCb,
  255,
  255,
  half,
  0,
);

/** A pixel by four times its light and colours beyond black and grey. */
function put(out: Uint8ClampedArray, at: number, y: number, u: number, v: number): void {
  out[at] = (light * y + redOfCr * v + half) >> 15;
  out[at + 1] = (light * y + greenOfCb * u + greenOfCr * v + half) >> 15;
  out[at + 2] = (light * y + blueOfCb * u + half) >> 15;
  out[at + 3] = 255;
}

/** Colours of a row of pixels come from a row of colours and the one next to it on the other side. */
function rowsOfColours(row: number, halfHeight: number): [near: number, far: number] {
  const near = row >> 1;
  return [near, Math.min(halfHeight - 1, Math.max(0, row & 1 ? near + 1 : near - 1))];
}

/**
 * A frame with colours of half its width and height (4:2:0) as opaque RGBA codes. Colours lie at the left of their pair of
 * pixels and between their two rows (H.273, chroma location 0), and are interpolated. Pre: the size is even.
 */
export function rgbaOfFrame(
  codes: Uint8Array,
  planes: CodedPlanes,
  width: number,
  height: number,
  kernels: KernelInstance | null = rowKernels()?.kernels ?? null,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(width * height * 4);
  (kernels ? wholeByKernels : wholeAsItStands)(codes, planes, width, height, out, kernels!);
  return out;
}

function wholeAsItStands(
  codes: Uint8Array,
  [y, cb, cr]: CodedPlanes,
  width: number,
  height: number,
  out: Uint8ClampedArray,
): void {
  const [halfWidth, halfHeight] = [width / 2, height / 2];
  /** Colours of a row, each as four times its code. */
  const [us, vs] = [new Uint16Array(halfWidth + 1), new Uint16Array(halfWidth + 1)];
  for (let row = 0, at = 0; row < height; row++) {
    const [near, far] = rowsOfColours(row, halfHeight);
    for (const [plane, colours] of [
      [cb, us],
      [cr, vs],
    ] as const) {
      const [n, f] = [plane.offset + near * plane.stride, plane.offset + far * plane.stride];
      for (let k = 0; k < halfWidth; k++) colours[k] = 3 * codes[n + k] + codes[f + k];
      colours[halfWidth] = colours[halfWidth - 1];
    }
    const from = y.offset + row * y.stride;
    for (let x = 0; x < width; x++, at += 4) {
      const k = x >> 1;
      const odd = x & 1;
      const u = odd ? (us[k] + us[k + 1] + 1) >> 1 : us[k];
      const v = odd ? (vs[k] + vs[k + 1] + 1) >> 1 : vs[k];
      put(out, at, 4 * (codes[from + x] - 16), u - 512, v - 512);
    }
  }
}

/** Reserves rows in the kernels' memory while `work` runs, wide enough for kernels that look beyond their ends. */
function withRows(
  kernels: KernelInstance,
  bytes: readonly number[],
  work: (...rows: readonly number[]) => void,
): void {
  const { mark } = kernels;
  try {
    const factors = kernels.reserve(pairs.byteLength);
    const rows = bytes.map((count) => kernels.reserve(count + 64));
    kernels.bytes.set(new Uint8Array(pairs.buffer), factors);
    work(factors, ...rows);
  } finally {
    kernels.release(mark);
  }
}

function wholeByKernels(
  codes: Uint8Array,
  [y, cb, cr]: CodedPlanes,
  width: number,
  height: number,
  out: Uint8ClampedArray,
  kernels: KernelInstance,
): void {
  const [halfWidth, halfHeight] = [width / 2, height / 2];
  withRows(
    kernels,
    [width, halfWidth, halfWidth, width, width, 4 * width],
    (factors, light, near, far, us, vs, made) => {
      const { run, bytes, shorts } = kernels;
      const bring = (from: number, count: number, to: number) =>
        bytes.set(codes.subarray(from, from + count), to);
      for (let row = 0; row < height; row++) {
        const [n, f] = rowsOfColours(row, halfHeight);
        for (const [plane, colours] of [
          [cb, us],
          [cr, vs],
        ] as const) {
          bring(plane.offset + n * plane.stride, halfWidth, near);
          bring(plane.offset + f * plane.stride, halfWidth, far);
          run.coloursBetween(near, far, halfWidth, colours);
          const last = (colours >> 1) + halfWidth;
          shorts[last] = shorts[last - 1];
        }
        bring(y.offset + row * y.stride, width, light);
        run.rgbaRow(light, us, vs, width, factors, made);
        out.set(bytes.subarray(made, made + 4 * width), row * width * 4);
      }
    },
  );
}

/** The same at half the size: of each square of four pixels the mean, with the colour that they share. */
export function halfRgbaOfFrame(
  codes: Uint8Array,
  planes: CodedPlanes,
  width: number,
  height: number,
  kernels: KernelInstance | null = rowKernels()?.kernels ?? null,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(width * height);
  (kernels ? halfByKernels : halfAsItStands)(codes, planes, width / 2, height / 2, out, kernels!);
  return out;
}

function halfAsItStands(
  codes: Uint8Array,
  [y, cb, cr]: CodedPlanes,
  columns: number,
  rows: number,
  out: Uint8ClampedArray,
): void {
  for (let row = 0, at = 0; row < rows; row++) {
    const upper = y.offset + 2 * row * y.stride;
    const [us, vs] = [cb.offset + row * cb.stride, cr.offset + row * cr.stride];
    for (let k = 0; k < columns; k++, at += 4) {
      const here = upper + 2 * k;
      const below = here + y.stride;
      const sum = codes[here] + codes[here + 1] + codes[below] + codes[below + 1];
      put(out, at, sum - 64, 4 * (codes[us + k] - 128), 4 * (codes[vs + k] - 128));
    }
  }
}

function halfByKernels(
  codes: Uint8Array,
  [y, cb, cr]: CodedPlanes,
  columns: number,
  rows: number,
  out: Uint8ClampedArray,
  kernels: KernelInstance,
): void {
  withRows(
    kernels,
    [2 * columns, 2 * columns, columns, columns, 4 * columns],
    (factors, upper, lower, us, vs, made) => {
      const { run, bytes } = kernels;
      const bring = ({ offset, stride }: CodedPlane, row: number, count: number, to: number) =>
        bytes.set(codes.subarray(offset + row * stride, offset + row * stride + count), to);
      for (let row = 0; row < rows; row++) {
        bring(y, 2 * row, 2 * columns, upper);
        bring(y, 2 * row + 1, 2 * columns, lower);
        bring(cb, row, columns, us);
        bring(cr, row, columns, vs);
        run.rgbaHalf(upper, lower, us, vs, columns, factors, made);
        out.set(bytes.subarray(made, made + 4 * columns), row * columns * 4);
      }
    },
  );
}
