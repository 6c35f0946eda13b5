import { rearranged } from "../../picture/sampler";
import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "./work";

const side = (label: string) =>
  percent({
    label,
    help: "Share of the frame that is taken away here.",
    min: 0,
    max: 90,
    default: 0,
    resolution: 0.01,
    // Frames of a clip are all of one size.
    keyframes: false,
  });

/** Takes whole pixels away from the sides, in shares of the frame; at least one remains each way. Definition. */
export const crop = defineImageEffect({
  id: "image.crop",
  name: "Crop",
  short: "Crop",
  category: "geometry",
  summary: "Takes a part of the frame.",
  parameters: { left: side("Left"), right: side("Right"), top: side("Top"), bottom: side("Bottom") },
  key: ["left", "right"],
  encoding: "linear",
  neutral: { left: 0, right: 0, top: 0, bottom: 0 },
  create({ left, right, top, bottom }, { width, height }) {
    const cut = (size: number, before: number, behind: number) => {
      const first = Math.min(size - 1, Math.round((size * before) / 100));
      return [first, Math.max(1, size - first - Math.round((size * behind) / 100))];
    };
    const [x0, w] = cut(width, left, right);
    const [y0, h] = cut(height, top, bottom);
    if (w === width && h === height) return nothing;
    return rearranged({ width: w, height: h }, (x, y) => (y0 + y) * width + x0 + x);
  },
});
