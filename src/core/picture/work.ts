import type { ColourMatrix } from "../colour/matrix";
import type { KernelInstance } from "../kernels/instance";
import type { ChannelFunction } from "../numeric/function-table";
import type { Frame } from "./frame";

export type ImageEncoding = "linear" | "srgb" | "oklab" | "lab";

/** Where in the picture a strip lies, so that effects may depend on position but not on resolution. */
export interface StripFacts {
  /** Whole picture, in pixels. */
  readonly width: number;
  readonly height: number;
  /** First column and row of the strip, and how many there are. */
  readonly left: number;
  readonly top: number;
  readonly columns: number;
  readonly rows: number;
}

/** A strip of whole rows. */
export const wholeRows = ({ width, height }: Frame, top: number, rows: number): StripFacts => ({
  width,
  height,
  left: 0,
  top,
  columns: width,
  rows,
});

/** Replaces a strip of three planes (R, G, B or L, a, b), row-major, `columns * rows` values each. */
export type StripProcess = (planes: readonly Float32Array[], strip: StripFacts) => void;

/**
 * One turn over a picture, made of `lines` that do not depend on each other (rows, or columns), so that several may work
 * on it at once: line `n` writes only what belongs to it, and reads only what earlier passes have written.
 */
export interface AreaPass {
  readonly lines: number;
  run(planes: readonly Float32Array[], scratch: readonly Float32Array[], from: number, to: number): void;
}

/** Rows of three planes in the kernels' memory: the addresses of their first values. */
export type RowPlanes = readonly [number, number, number];

/** A pass over a picture of which a row depends on few rows around it, run by kernels as the rows come. */
export interface Near {
  /** Rows above and below that a row depends on. */
  readonly reach: number;
  /** For rows of so many columns, all of the picture's or some in a row. Everything it needs is reserved at once. */
  start(
    kernels: KernelInstance,
    columns: number,
  ): {
    /** Takes row `y`; rows come in order. */
    take(y: number, row: RowPlanes): void;
    /** Makes row `y` from what came. Pre: all rows up to `reach` below it, as far as there are any, were taken, and it is not one of the first `reach` of a run that began in the middle. */
    give(y: number, from: RowPlanes, to: RowPlanes): void;
  };
}

/** What a picture effect does with a frame of one size, in its encoding. */
export type PictureWork =
  /** Each channel by a function of its own. */
  | {
      readonly kind: "channels";
      readonly functions: readonly [ChannelFunction, ChannelFunction, ChannelFunction];
    }
  /** All channels by a matrix. */
  | { readonly kind: "matrix"; readonly matrix: ColourMatrix }
  /** All channels times a gain over the square of the distance to the middle, 0…1 at the corners: `size` pieces, and one value more. */
  | { readonly kind: "radial"; readonly gain: Float32Array; readonly size: number }
  /** Each pixel by itself, wherever it is. */
  | { readonly kind: "strip"; readonly process: StripProcess }
  /** Pixels with their surroundings; `scratch` planes of the frame's size are at hand. `near` does the same where kernels can run and the surroundings are few rows. */
  | {
      readonly kind: "area";
      readonly scratch: number;
      readonly passes: readonly AreaPass[];
      readonly near?: Near;
    }
  /** Another frame; line `n` is a row of it. */
  | {
      readonly kind: "geometry";
      readonly frame: Frame;
      run(source: readonly Float32Array[], target: readonly Float32Array[], from: number, to: number): void;
    }
  | { readonly kind: "nothing" };
