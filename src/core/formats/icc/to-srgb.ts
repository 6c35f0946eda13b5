import { encodeSrgb } from "../../colour/srgb";
import { toXyz } from "../../colour/lab";
import { inverse, product } from "../../colour/matrix";
import { adaptation, whiteOf } from "../../colour/white-point";
import { codeOf } from "../../picture/coded";
import { applyTable, functionTable } from "../../numeric/function-table";
import type { Shaper } from "./shaper";

/** The white of the profile connection space. Source: ICC.1:2010, 7.2.16. */
const d50 = [0.9642, 1, 0.8249];
/** From XYZ under D50 to linear Rec. 709, which is D65's. */
const fromXyz = inverse(product(adaptation("bradford", whiteOf(0.3127, 0.329), d50), toXyz));
/** How far a profile's own white, rounded as its numbers are, may lie beside the one that is meant. */
const whiteTolerance = 0.002;

const identity = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];
/** Pixels at a time. */
const stretch = 4096;

/**
 * Turns interleaved codes of 16 bits, R G B and perhaps one more, into sRGB's, in place: by a profile's curves and matrix.
 * Values outside of 0…1 are clipped, channel by channel; the profile's white becomes 65535.
 */
export function codesToSrgb(codes: Uint16Array, channels: number, shaper: Shaper): void {
  const curves = shaper.kind === "rgb" ? shaper.curves : [shaper.curve, shaper.curve, shaper.curve];
  const tables = [...new Set(curves)].map(
    (curve) => [curve, Float32Array.from({ length: 65536 }, (_, code) => curve(code / 65535))] as const,
  );
  const [red, green, blue] = curves.map((curve) => tables.find(([of]) => of === curve)![1]);
  const encode = functionTable(encodeSrgb)!;
  const matrix =
    shaper.kind === "grey"
      ? identity
      : product(fromXyz, shaper.toXyz).map((row) => {
          const white = row[0] + row[1] + row[2];
          return Math.abs(white - 1) < whiteTolerance ? row.map((v) => v / white) : row;
        });
  const [[rr, rg, rb], [gr, gg, gb], [br, bg, bb]] = matrix;
  const values = new Float32Array(stretch * 3);
  const pixels = codes.length / channels;
  for (let first = 0; first < pixels; first += stretch) {
    const count = 3 * Math.min(stretch, pixels - first);
    for (let i = 0, at = first * channels; i < count; i += 3, at += channels) {
      const r = red[codes[at]];
      const g = green[codes[at + 1]];
      const b = blue[codes[at + 2]];
      values[i] = rr * r + rg * g + rb * b;
      values[i + 1] = gr * r + gg * g + gb * b;
      values[i + 2] = br * r + bg * g + bb * b;
    }
    applyTable(encode, values, 0, count);
    for (let i = 0, at = first * channels; i < count; i += 3, at += channels) {
      codes[at] = codeOf(values[i], 65535);
      codes[at + 1] = codeOf(values[i + 1], 65535);
      codes[at + 2] = codeOf(values[i + 2], 65535);
    }
  }
}
