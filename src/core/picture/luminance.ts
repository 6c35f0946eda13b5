import type { AreaPass } from "../effects/define";
import { localKernels } from "../kernels/local";
import type { Frame } from "./frame";
import { applyTable } from "../numeric/function-table";
import type { Pick } from "./gaussian";

/** Weights of linear Rec. 709 in luminance. Source: ITU-R BT.709. */
export const luminanceWeights = [0.2126, 0.7152, 0.0722] as const;

/** A pass that leaves the luminance of three linear planes in a scratch plane, through a table where one is given. */
export const luminancePass = ({ width, height }: Frame, target: Pick, table: Float32Array | null = null): AreaPass => ({
  lines: height,
  run(planes, scratch, from, to) {
    const [r, g, b] = planes;
    const [wr, wg, wb] = luminanceWeights;
    const out = target(planes, scratch);
    const rows = localKernels()?.rows;
    if (rows) {
      for (let y = from; y < to; y++) rows.luminance(planes, luminanceWeights, table, out, y * width, width);
      return;
    }
    for (let i = from * width; i < to * width; i++) out[i] = wr * r[i] + wg * g[i] + wb * b[i];
    if (table) applyTable(table, out, from * width, (to - from) * width);
  },
});
