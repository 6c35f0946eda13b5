import type { Frame } from "./frame";

/** When of the clip before: seconds before its end, or from its start. */
export type EarlierTime = { readonly beforeEnd: number } | { readonly fromStart: number };

/** A frame of the clip before, as planes of linear light. */
export interface EarlierPicture extends Frame {
  readonly planes: readonly Float32Array[];
}

/** Black, where there is no clip before the cut. */
const dark = ({ width, height }: Frame): EarlierPicture => {
  const plane = new Float32Array(width * height);
  return { width, height, planes: [plane, plane, plane] };
};

/**
 * The earlier frame at the size of the later one: as it is where it has that size, else so large that it just covers it,
 * around its middle, bilinear.
 */
export function covering(earlier: EarlierPicture | null | undefined, frame: Frame): EarlierPicture {
  if (!earlier) return dark(frame);
  const { width: from, height: rows, planes } = earlier;
  const { width, height } = frame;
  if (from === width && rows === height) return earlier;
  const step = Math.min(from / width, rows / height);
  const [left, top] = [(from - width * step) / 2, (rows - height * step) / 2];
  const made = planes.map(() => new Float32Array(width * height));
  for (let y = 0; y < height; y++) {
    const py = Math.min(rows - 1, Math.max(0, top + (y + 0.5) * step - 0.5));
    const [y0, y1] = [Math.floor(py), Math.min(rows - 1, Math.floor(py) + 1)];
    for (let x = 0; x < width; x++) {
      const px = Math.min(from - 1, Math.max(0, left + (x + 0.5) * step - 0.5));
      const [x0, x1] = [Math.floor(px), Math.min(from - 1, Math.floor(px) + 1)];
      planes.forEach((plane, c) => {
        const upper = plane[y0 * from + x0] + (plane[y0 * from + x1] - plane[y0 * from + x0]) * (px - x0);
        const lower = plane[y1 * from + x0] + (plane[y1 * from + x1] - plane[y1 * from + x0]) * (px - x0);
        made[c][y * width + x] = upper + (lower - upper) * (py - y0);
      });
    }
  }
  return { width, height, planes: made };
}
