import type { PictureWork } from "./work";
import type { Frame } from "./frame";
import { lanczosAt } from "./lanczos";

/**
 * A new frame whose pixels come from anywhere in the old one: `from(x, y)` gives the place, in pixels from its corner,
 * that the middle of a new pixel shows. Lanczos-3 over 6×6 pixels, edges going on as they end; what lies outside of the
 * old frame is black. `footprint` is how many old pixels a new one spans, where it is more than one.
 */
export function resampled(
  source: Frame,
  frame: Frame,
  from: (x: number, y: number, into: Float64Array) => void,
  footprint = 1,
): PictureWork {
  const { width, height } = source;
  const stretch = Math.max(1, footprint);
  const reach = Math.ceil(3 * stretch);
  return {
    kind: "geometry",
    frame,
    run(planes, target, first, last) {
      const place = new Float64Array(2);
      const wx = new Float64Array(2 * reach + 1);
      const wy = new Float64Array(2 * reach + 1);
      for (let y = first; y < last; y++)
        for (let x = 0; x < frame.width; x++) {
          from(x + 0.5, y + 0.5, place);
          const out = y * frame.width + x;
          const [px, py] = place;
          if (!(px >= 0 && py >= 0 && px <= width && py <= height)) {
            for (const plane of target) plane[out] = 0;
            continue;
          }
          const [cx, cy] = [px - 0.5, py - 0.5];
          const [ix, iy] = [Math.floor(cx) - reach + 1, Math.floor(cy) - reach + 1];
          let [sx, sy] = [0, 0];
          for (let k = 0; k < 2 * reach; k++) {
            sx += wx[k] = lanczosAt((ix + k - cx) / stretch);
            sy += wy[k] = lanczosAt((iy + k - cy) / stretch);
          }
          const scale = 1 / (sx * sy);
          for (let c = 0; c < 3; c++) {
            const plane = planes[c];
            let sum = 0;
            for (let k = 0; k < 2 * reach; k++) {
              if (wy[k] === 0) continue;
              const row = Math.min(height - 1, Math.max(0, iy + k)) * width;
              let line = 0;
              for (let n = 0; n < 2 * reach; n++)
                line += wx[n] * plane[row + Math.min(width - 1, Math.max(0, ix + n))];
              sum += wy[k] * line;
            }
            target[c][out] = sum * scale;
          }
        }
    },
  };
}

/** A new frame by whole pixels: `at(x, y)` gives the index of the old pixel that a new one shows. */
export const rearranged = (frame: Frame, at: (x: number, y: number) => number): PictureWork => ({
  kind: "geometry",
  frame,
  run(planes, target, first, last) {
    for (let y = first; y < last; y++)
      for (let x = 0, out = y * frame.width; x < frame.width; x++, out++) {
        const from = at(x, y);
        for (let c = 0; c < 3; c++) target[c][out] = planes[c][from];
      }
  },
});
