import type { Frame } from "./frame";
import { lanczosAt } from "./lanczos";
import type { PictureWork } from "./work";

/** Where a picture lies within a frame of its own size. */
export interface Placing {
  /** A point of the picture, and where in the frame it lies, in pixels from the corner. */
  readonly anchor: readonly [number, number];
  readonly at: readonly [number, number];
  readonly scale: number;
  /** Clockwise, in degrees. */
  readonly angle: number;
}

/** What is seen where the picture does not reach: linear light of a channel at a pixel of the frame, or the picture itself mirrored at its edges. */
export type Ground = ((channel: number, x: number, y: number) => number) | "mirrored";

/** Lanczos-3 weights for one place of a line: the first old pixel, which may lie outside, and a weight each. */
function weightsAt(place: number, stretch: number, taps: number, into: Float64Array): number {
  const centre = place - 0.5;
  const first = Math.floor(centre) - taps / 2 + 1;
  let sum = 0;
  for (let k = 0; k < taps; k++) sum += into[k] = lanczosAt((first + k - centre) / stretch);
  for (let k = 0; k < taps; k++) into[k] /= sum;
  return first;
}

/** A pixel of a line of so many as what lies outside is taken from: the outermost, or mirrored. */
const inside = (at: number, size: number, isMirrored: boolean): number => {
  if (at >= 0 && at < size) return at;
  if (!isMirrored) return at < 0 ? 0 : size - 1;
  const round = ((at % (2 * size)) + 2 * size) % (2 * size);
  return round < size ? round : 2 * size - 1 - round;
};

/**
 * A picture laid into a frame of its own size, Lanczos-3 in linear light; its edges are soft over one pixel of the frame.
 * Where it is not turned, rows and columns go one after the other.
 */
export function placed({ width, height }: Frame, placing: Placing, ground: Ground): PictureWork {
  const { anchor, at, scale, angle } = placing;
  const isMirrored = ground === "mirrored";
  const stretch = Math.max(1, 1 / scale);
  const taps = 2 * Math.ceil(3 * stretch);
  const radians = (angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(radians) / scale, Math.sin(radians) / scale];
  const isTurned = angle % 360 !== 0;
  /** How much of a pixel of the frame lies on the picture, by how far within its edge it is. */
  const coverage = (px: number, py: number) => {
    if (isMirrored) return 1;
    const near = Math.min(px, py, width - px, height - py) * scale;
    return Math.min(1, Math.max(0, near + 0.5));
  };
  const over = (value: number, share: number, c: number, x: number, y: number) => {
    if (share === 1 || ground === "mirrored") return value;
    const under = ground(c, x, y);
    return under + (value - under) * share;
  };
  return {
    kind: "geometry",
    frame: { width, height },
    run(planes, target, from, to) {
      const across = new Float64Array(taps);
      const down = new Float64Array(taps);
      const line = new Float64Array(width);
      const columns = isTurned
        ? null
        : Array.from({ length: width }, (_, x) => {
            const place = anchor[0] + (x + 0.5 - at[0]) / scale;
            const weights = new Float64Array(taps);
            const first = weightsAt(place, stretch, taps, weights);
            return {
              place,
              weights,
              pixels: Int32Array.from(weights, (_w, k) => inside(first + k, width, isMirrored)),
            };
          });
      for (let y = from; y < to; y++) {
        const out = y * width;
        const dy = y + 0.5 - at[1];
        if (columns) {
          const py = anchor[1] + dy / scale;
          const first = weightsAt(py, stretch, taps, down);
          for (let c = 0; c < 3; c++) {
            const plane = planes[c];
            line.fill(0);
            for (let k = 0; k < taps; k++) {
              const row = inside(first + k, height, isMirrored) * width;
              const weight = down[k];
              for (let x = 0; x < width; x++) line[x] += weight * plane[row + x];
            }
            for (let x = 0; x < width; x++) {
              const { place, weights, pixels } = columns[x];
              const share = coverage(place, py);
              let sum = 0;
              if (share > 0) for (let k = 0; k < taps; k++) sum += weights[k] * line[pixels[k]];
              target[c][out + x] = over(sum, share, c, x, y);
            }
          }
          continue;
        }
        for (let x = 0; x < width; x++) {
          const dx = x + 0.5 - at[0];
          const px = anchor[0] + cos * dx + sin * dy;
          const py = anchor[1] - sin * dx + cos * dy;
          const share = coverage(px, py);
          if (share === 0) {
            for (let c = 0; c < 3; c++) target[c][out + x] = over(0, 0, c, x, y);
            continue;
          }
          const left = weightsAt(px, stretch, taps, across);
          const top = weightsAt(py, stretch, taps, down);
          for (let c = 0; c < 3; c++) {
            const plane = planes[c];
            let sum = 0;
            for (let k = 0; k < taps; k++) {
              const row = inside(top + k, height, isMirrored) * width;
              let part = 0;
              for (let n = 0; n < taps; n++)
                part += across[n] * plane[row + inside(left + n, width, isMirrored)];
              sum += down[k] * part;
            }
            target[c][out + x] = over(sum, share, c, x, y);
          }
        }
      }
    },
  };
}
