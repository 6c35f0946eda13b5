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

/** Places between two pixels that are told apart; what lies between them moves a picture by less than 0.0005 pixels. */
const between = 1024;

/** Lanczos-3 weights for every place between two pixels, `taps` each, of sum 1. */
function weightsBetween(stretch: number, taps: number): Float64Array {
  const table = new Float64Array((between + 1) * taps);
  for (let n = 0; n <= between; n++) {
    let sum = 0;
    for (let k = 0; k < taps; k++)
      sum += table[n * taps + k] = lanczosAt((k - taps / 2 + 1 - n / between) / stretch);
    for (let k = 0; k < taps; k++) table[n * taps + k] /= sum;
  }
  return table;
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
export function placed(frame: Frame, placing: Placing, ground: Ground): PictureWork {
  const { width, height } = frame;
  const { anchor, at, scale, angle } = placing;
  const isMirrored = ground === "mirrored";
  const stretch = Math.max(1, 1 / scale);
  const taps = 2 * Math.ceil(3 * stretch);
  const table = weightsBetween(stretch, taps);
  /** The first old pixel that a place is made of, and where its weights are. */
  const firstOf = (place: number) => Math.floor(place - 0.5) - taps / 2 + 1;
  const weightsOf = (place: number) => {
    const centre = place - 0.5;
    return Math.round((centre - Math.floor(centre)) * between) * taps;
  };
  /** How much of a pixel of the frame lies on the picture, by how far within its edge it is. */
  const coverage = (near: number) => (isMirrored ? 1 : Math.min(1, Math.max(0, near * scale + 0.5)));
  const over = (value: number, share: number, c: number, x: number, y: number) => {
    if (share === 1 || ground === "mirrored") return value;
    const under = ground(c, x, y);
    return under + (value - under) * share;
  };

  function straight(
    planes: readonly Float32Array[],
    target: readonly Float32Array[],
    from: number,
    to: number,
  ) {
    const pixels = new Int32Array(width * taps);
    const weights = new Int32Array(width);
    const near = new Float64Array(width);
    for (let x = 0; x < width; x++) {
      const place = anchor[0] + (x + 0.5 - at[0]) / scale;
      near[x] = Math.min(place, width - place);
      weights[x] = weightsOf(place);
      const first = firstOf(place);
      for (let k = 0; k < taps; k++) pixels[x * taps + k] = inside(first + k, width, isMirrored);
    }
    const line = new Float64Array(width);
    for (let y = from; y < to; y++) {
      const place = anchor[1] + (y + 0.5 - at[1]) / scale;
      const [first, down] = [firstOf(place), weightsOf(place)];
      const nearY = Math.min(place, height - place);
      for (let c = 0; c < 3; c++) {
        const plane = planes[c];
        line.fill(0);
        if (coverage(nearY) > 0)
          for (let k = 0; k < taps; k++) {
            const row = inside(first + k, height, isMirrored) * width;
            const weight = table[down + k];
            for (let x = 0; x < width; x++) line[x] += weight * plane[row + x];
          }
        for (let x = 0; x < width; x++) {
          const share = coverage(Math.min(near[x], nearY));
          let sum = 0;
          if (share > 0) {
            const [w, p] = [weights[x], x * taps];
            for (let k = 0; k < taps; k++) sum += table[w + k] * line[pixels[p + k]];
          }
          target[c][y * width + x] = over(sum, share, c, x, y);
        }
      }
    }
  }

  function turned(
    planes: readonly Float32Array[],
    target: readonly Float32Array[],
    from: number,
    to: number,
  ) {
    const radians = (angle * Math.PI) / 180;
    const [cos, sin] = [Math.cos(radians) / scale, Math.sin(radians) / scale];
    const [red, green, blue] = planes;
    const columns = new Int32Array(taps);
    for (let y = from; y < to; y++) {
      const dy = y + 0.5 - at[1];
      for (let x = 0; x < width; x++) {
        const dx = x + 0.5 - at[0];
        const px = anchor[0] + cos * dx + sin * dy;
        const py = anchor[1] - sin * dx + cos * dy;
        const share = coverage(Math.min(px, py, width - px, height - py));
        let [r, g, b] = [0, 0, 0];
        if (share > 0) {
          const [left, top, across, down] = [firstOf(px), firstOf(py), weightsOf(px), weightsOf(py)];
          for (let n = 0; n < taps; n++) columns[n] = inside(left + n, width, isMirrored);
          for (let k = 0; k < taps; k++) {
            const row = inside(top + k, height, isMirrored) * width;
            const weight = table[down + k];
            for (let n = 0; n < taps; n++) {
              const w = weight * table[across + n];
              const from = row + columns[n];
              r += w * red[from];
              g += w * green[from];
              b += w * blue[from];
            }
          }
        }
        const out = y * width + x;
        target[0][out] = over(r, share, 0, x, y);
        target[1][out] = over(g, share, 1, x, y);
        target[2][out] = over(b, share, 2, x, y);
      }
    }
  }

  return { kind: "geometry", frame: { width, height }, run: angle % 360 === 0 ? straight : turned };
}
