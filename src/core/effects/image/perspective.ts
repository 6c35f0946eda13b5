import { resampled } from "../../picture/sampler";
import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "./work";

/**
 * Makes converging lines parallel: the side that is too narrow is widened, by the projective map
 * (x, y) → (x, y)/(1 + h·x + v·y) around the middle, enlarged so far that no corner is empty; Lanczos-3.
 * Source: plane homography, Hartley & Zisserman, Multiple View Geometry, 2nd ed., §2.3.
 */
export const perspective = defineImageEffect({
  id: "image.perspective",
  name: "Perspective",
  short: "Persp",
  category: "geometry",
  summary: "Makes converging lines parallel.",
  parameters: {
    vertical: percent({ label: "Vertical", help: "Positive widens the top.", min: -60, max: 60, default: 0 }),
    horizontal: percent({
      label: "Horizontal",
      help: "Positive widens the right.",
      min: -60,
      max: 60,
      default: 0,
    }),
  },
  key: ["vertical", "horizontal"],
  encoding: "linear",
  neutral: { vertical: 0, horizontal: 0 },
  create({ vertical, horizontal }, frame) {
    if (vertical === 0 && horizontal === 0) return nothing;
    const { width, height } = frame;
    // Half of the value, so that both together stay below 1 in the corners.
    const [v, h] = [vertical / 200, -horizontal / 200];
    const scale = 1 - Math.abs(v) - Math.abs(h);
    return resampled(frame, frame, (x, y, into) => {
      const [nx, ny] = [(2 * x) / width - 1, (2 * y) / height - 1];
      // The top of the new frame shows less of the old one's width: that widens it.
      const w = scale / (1 - h * nx - v * ny);
      into[0] = ((1 + nx * w) * width) / 2;
      into[1] = ((1 + ny * w) * height) / 2;
    });
  },
});
