import type { AreaPass } from "../effects/define";
import type { Frame } from "./frame";
import type { Pick } from "./gaussian";

/** Weights of linear Rec. 709 in luminance. Source: ITU-R BT.709. */
export const luminanceWeights = [0.2126, 0.7152, 0.0722] as const;

/** A pass that leaves the luminance of three linear planes in a scratch plane. */
export const luminancePass = ({ width, height }: Frame, target: Pick): AreaPass => ({
  lines: height,
  run(planes, scratch, from, to) {
    const [r, g, b] = planes;
    const [wr, wg, wb] = luminanceWeights;
    const out = target(planes, scratch);
    for (let i = from * width; i < to * width; i++) out[i] = wr * r[i] + wg * g[i] + wb * b[i];
  },
});
