import type { Outline } from "./set";

/** How much of each pixel lies within some outlines, 0…1, over a part of a frame. */
export interface Mask {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/**
 * The exact areas of pixels within closed outlines, shifted by (`dx`, `dy`), over the pixels that they touch within a frame;
 * outlines that overlap in the same direction count once. Source: signed areas accumulated along rows, as of Levien's
 * font-rs (2016).
 */
export function coverage(
  outline: Outline,
  dx: number,
  dy: number,
  frame: { readonly width: number; readonly height: number },
): Mask {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < outline.length; i += 2) {
    x0 = Math.min(x0, outline[i] + dx);
    x1 = Math.max(x1, outline[i] + dx);
    y0 = Math.min(y0, outline[i + 1] + dy);
    y1 = Math.max(y1, outline[i + 1] + dy);
  }
  const left = Math.max(0, Math.floor(x0));
  const top = Math.max(0, Math.floor(y0));
  const width = Math.max(0, Math.min(frame.width, Math.ceil(x1)) - left);
  const height = Math.max(0, Math.min(frame.height, Math.ceil(y1)) - top);
  if (!(width > 0 && height > 0))
    return { left: 0, top: 0, width: 0, height: 0, values: new Float32Array(0) };
  // One column more takes what goes on beyond the last pixel.
  const row = width + 1;
  const sums = new Float32Array(row * height);
  for (let i = 0; i < outline.length; i += 4)
    addLine(
      sums,
      row,
      height,
      outline[i] + dx - left,
      outline[i + 1] + dy - top,
      outline[i + 2] + dx - left,
      outline[i + 3] + dy - top,
    );
  const values = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    let sum = 0;
    for (let x = 0; x < width; x++) {
      sum += sums[y * row + x];
      values[y * width + x] = Math.min(1, Math.abs(sum));
    }
  }
  return { left, top, width, height, values };
}

/** Adds what a straight piece changes, from its pixels on to the right. */
function addLine(
  sums: Float32Array,
  row: number,
  height: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): void {
  if (ay === by) return;
  const direction = ay < by ? 1 : -1;
  const [x0, y0, x1, y1] = ay < by ? [ax, ay, bx, by] : [bx, by, ax, ay];
  const slope = (x1 - x0) / (y1 - y0);
  const last = row - 1;
  for (let y = Math.max(0, Math.floor(y0)); y < Math.min(height, y1); y++) {
    const from = Math.max(y, y0);
    const to = Math.min(y + 1, y1);
    if (to <= from) continue;
    const d = direction * (to - from);
    const [p, q] = [x0 + (from - y0) * slope, x0 + (to - y0) * slope];
    const lowest = Math.min(last, Math.max(0, Math.min(p, q)));
    const highest = Math.min(last, Math.max(0, Math.max(p, q)));
    const at = y * row;
    const first = Math.floor(lowest);
    const end = Math.ceil(highest);
    if (end <= first + 1) {
      const middle = (lowest + highest) / 2 - first;
      sums[at + first] += d * (1 - middle);
      if (first < last) sums[at + first + 1] += d * middle;
      continue;
    }
    // Over several pixels: what of each lies at the right of the piece.
    const share = 1 / (highest - lowest);
    const begin = 1 - (lowest - first);
    const head = 0.5 * share * begin * begin;
    const tail = 0.5 * share * (highest - end + 1) * (highest - end + 1);
    sums[at + first] += d * head;
    if (end === first + 2) sums[at + first + 1] += d * (1 - head - tail);
    else {
      const second = share * (1.5 - (lowest - first));
      sums[at + first + 1] += d * (second - head);
      for (let x = first + 2; x < end - 1; x++) sums[at + x] += d * share;
      const third = second + (end - first - 3) * share;
      sums[at + end - 1] += d * (1 - third - tail);
    }
    if (end <= last) sums[at + end] += d * tail;
  }
}

/** Directions in which an outline is laid around itself. */
const around = 20;

/** The same, wider by `by` pixels all round: the union of the outlines shifted every way. */
export function widened(
  outline: Outline,
  dx: number,
  dy: number,
  by: number,
  frame: { readonly width: number; readonly height: number },
): Mask {
  const masks = [by, by / 2].flatMap((radius) =>
    Array.from({ length: around }, (_, n) => {
      const angle = (2 * Math.PI * n) / around;
      return coverage(outline, dx + radius * Math.cos(angle), dy + radius * Math.sin(angle), frame);
    }),
  );
  const some = masks.filter(({ width }) => width > 0);
  if (some.length === 0) return { left: 0, top: 0, width: 0, height: 0, values: new Float32Array(0) };
  const left = Math.min(...some.map((m) => m.left));
  const top = Math.min(...some.map((m) => m.top));
  const width = Math.max(...some.map((m) => m.left + m.width)) - left;
  const height = Math.max(...some.map((m) => m.top + m.height)) - top;
  const values = new Float32Array(width * height);
  for (const m of some)
    for (let y = 0; y < m.height; y++)
      for (let x = 0, to = (y + m.top - top) * width + m.left - left; x < m.width; x++, to++)
        values[to] = Math.max(values[to], m.values[y * m.width + x]);
  return { left, top, width, height, values };
}
