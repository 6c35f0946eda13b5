import { resampled } from "../../picture/sampler";
import { defineImageEffect } from "../define";
import { degrees } from "../parameter";
import { nothing } from "./work";

/**
 * Turns by an angle and enlarges just as far as no corner is empty, at the same size of frame; Lanczos-3.
 * The enlargement is cos|α| + sin|α| · max(w/h, h/w). Definition.
 */
export const straighten = defineImageEffect({
  id: "image.straighten",
  name: "Straighten",
  short: "Level",
  category: "geometry",
  summary: "Turns a tilted horizon level.",
  parameters: {
    angle: degrees({
      label: "Angle",
      help: "Clockwise where positive.",
      min: -45,
      max: 45,
      default: 0,
      resolution: 0.01,
    }),
  },
  key: ["angle"],
  encoding: "linear",
  neutral: { angle: 0 },
  create({ angle }, frame) {
    if (angle === 0) return nothing;
    const { width, height } = frame;
    const a = (angle * Math.PI) / 180;
    const enlarged = Math.cos(a) + Math.abs(Math.sin(a)) * Math.max(width / height, height / width);
    const [c, s] = [Math.cos(a) / enlarged, Math.sin(a) / enlarged];
    return resampled(frame, frame, (x, y, into) => {
      const [dx, dy] = [x - width / 2, y - height / 2];
      into[0] = width / 2 + c * dx + s * dy;
      into[1] = height / 2 - s * dx + c * dy;
    });
  },
});
