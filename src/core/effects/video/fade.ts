import { eased } from "../../time/ease";
import { secondsIn } from "../../time/ratio";
import { defineVideoEffect } from "../define";
import { seconds } from "../parameter";
import { nothing, onChannels } from "../image/work";
import { courseChoice, courseEase } from "./course";
import { groundChoice, groundCode } from "./grounds";

/**
 * Comes out of a plain ground at the clip's start and goes into it at its end, on encoded values; where both are longer than
 * the clip, they are shortened by the same share. The last frame is one frame's time before all is gone. Own definition;
 * source-over as in `opacity`.
 */
export const fade = defineVideoEffect({
  id: "video.fade",
  name: "Fade",
  short: "Fade",
  category: "compositing",
  summary: "Out of a plain ground at the start, into it at the end.",
  parameters: {
    opening: seconds({
      label: "At the start",
      help: "How long it takes to come.",
      min: 0,
      max: 60,
      default: 1,
      taper: "linear",
      keyframes: false,
    }),
    closing: seconds({
      label: "At the end",
      help: "How long it takes to go.",
      min: 0,
      max: 60,
      default: 1,
      taper: "linear",
      keyframes: false,
    }),
    course: courseChoice,
    behind: groundChoice,
  },
  key: ["opening", "closing", "behind"],
  encoding: "srgb",
  lively: true,
  create({ opening, closing, course, behind }, _frame, { moment }) {
    const length = secondsIn(moment.length);
    const shorter = Math.min(1, length / Math.max(1e-9, opening + closing));
    const share = (passed: number, lasts: number) =>
      lasts <= 0 ? 1 : eased(courseEase(course), passed / (lasts * shorter));
    const seen = Math.min(share(moment.time, opening), share(length - moment.time, closing));
    if (seen === 1) return nothing;
    const ground = groundCode(behind);
    return onChannels((x) => ground + (x - ground) * seen);
  },
});
