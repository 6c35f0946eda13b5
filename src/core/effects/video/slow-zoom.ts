import { eased } from "../../time/ease";
import { lastMoment } from "../../time/moment";
import { placed } from "../../picture/placing";
import { defineVideoEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "../image/work";
import { courseChoice, courseEase } from "./course";
import { edgeChoice, groundBehind } from "./grounds";

/**
 * Grows or shrinks from the clip's first frame to its last by equal ratios in equal times, around a point of the frame. Own
 * definition; Lanczos-3 in linear light.
 */
export const slowZoom = defineVideoEffect({
  id: "video.slow-zoom",
  name: "Slow zoom",
  short: "Zoom",
  category: "motion",
  summary: "Grows or shrinks from the clip's start to its end.",
  parameters: {
    from: percent({
      label: "At the start",
      help: "Size of the picture.",
      min: 20,
      max: 400,
      default: 100,
      resolution: 0.01,
      taper: "log",
      keyframes: false,
    }),
    to: percent({
      label: "At the end",
      help: "Size of the picture.",
      min: 20,
      max: 400,
      default: 115,
      resolution: 0.01,
      taper: "log",
      keyframes: false,
    }),
    x: percent({
      label: "Across",
      help: "The point that stays, from the left.",
      min: 0,
      max: 100,
      default: 50,
    }),
    y: percent({ label: "Down", help: "The same, from the top.", min: 0, max: 100, default: 50 }),
    course: courseChoice,
    behind: edgeChoice("black"),
  },
  key: ["from", "to"],
  encoding: "linear",
  lively: true,
  neutral: { from: 100, to: 100 },
  create({ from, to, x, y, course, behind }, frame, { moment }) {
    const last = lastMoment(moment);
    const passed = last > 0 ? eased(courseEase(course), moment.time / last) : 0;
    const scale = (from / 100) * (to / from) ** passed;
    if (scale === 1) return nothing;
    const point = [(frame.width * x) / 100, (frame.height * y) / 100] as const;
    return placed(frame, { anchor: point, at: point, scale, angle: 0 }, groundBehind(behind));
  },
});
