import { eased } from "../../time/ease";
import { lastMoment } from "../../time/moment";
import { defineVideoEffect } from "../define";
import { seconds } from "../parameter";
import { nothing, onChannels } from "../image/work";
import { courseChoice, courseEase } from "./course";
import { groundChoice, mixesChoice, overGround } from "./grounds";

/**
 * Comes out of a plain ground at the clip's start and goes into it at its end, on encoded values; where both are longer than
 * the clip, they are shortened by the same share. On the last frame all is gone. Own definition; source-over as in
 * `opacity`.
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
    mixes: mixesChoice,
  },
  key: ["opening", "closing", "behind"],
  encoding: "srgb",
  lively: true,
  create({ opening, closing, course, behind, mixes }, _frame, { moment }) {
    // From the first frame to the last one, which is not where the clip ends.
    const length = lastMoment(moment);
    const shorter = Math.min(1, length / Math.max(1e-9, opening + closing));
    const share = (passed: number, lasts: number) =>
      lasts <= 0 ? 1 : eased(courseEase(course), passed / Math.max(1e-9, lasts * shorter));
    const seen = Math.min(share(moment.time, opening), share(length - moment.time, closing));
    if (seen === 1) return nothing;
    return onChannels(overGround(behind, mixes, seen));
  },
});
