import type { ChannelFunction } from "../../numeric/function-table";
import { matrixOf } from "../../colour/matrix";
import type { PictureWork, StripProcess } from "../../picture/work";

/** Short ways to say what an effect does with a picture. */
export const onChannels = (f: ChannelFunction): PictureWork => ({ kind: "channels", functions: [f, f, f] });
export const onEachChannel = (r: ChannelFunction, g: ChannelFunction, b: ChannelFunction): PictureWork => ({
  kind: "channels",
  functions: [r, g, b],
});
export const byMatrix = (rows: readonly (readonly number[])[], offsets?: readonly number[]): PictureWork => ({
  kind: "matrix",
  matrix: matrixOf(rows, offsets),
});
export const onStrips = (process: StripProcess): PictureWork => ({ kind: "strip", process });
export const nothing: PictureWork = { kind: "nothing" };

/** A power that keeps the sign, so that values below black stay what they are. */
export const signedPower = (x: number, power: number): number => (x < 0 ? -((-x) ** power) : x ** power);

/** 0 below `a`, 1 above `b`, smooth between: 3t² − 2t³. */
export function smoothstep(a: number, b: number, x: number): number {
  const t = Math.min(1, Math.max(0, (x - a) / (b - a)));
  return t * t * (3 - 2 * t);
}
