import { encodeSrgb } from "../../colour/srgb";
import { covering } from "../../picture/earlier";
import { defineVideoEffect } from "../define";
import { choice, percent } from "../parameter";
import { nothing, onStrips } from "../image/work";
import { secondsIn } from "../../time/ratio";
import { channelMode, colourMode, inRange, modeChoice, type Pixel } from "./blend-modes";

/**
 * The clip laid on the clip before it in the session by a blend mode, on encoded values within 0…1: two pictures in one,
 * all along. The clip before runs from its own start, or so that both end together; where it has ended its last frame stays.
 * Source: W3C Compositing and Blending Level 1.
 */
export const superimpose = defineVideoEffect({
  id: "video.superimpose",
  name: "Superimpose",
  short: "Super",
  category: "compositing",
  summary: "The clip laid on the clip before it, by a blend mode.",
  parameters: {
    mode: modeChoice("screen"),
    along: choice({
      label: "Clip before",
      help: "Which part of it is seen beneath.",
      options: [
        { value: "start", label: "from its start" },
        { value: "end", label: "to its end" },
      ],
      default: "start",
    }),
    opacity: percent({ label: "Opacity", help: "Of this clip.", min: 0, max: 100, default: 100 }),
  },
  key: ["mode", "opacity"],
  encoding: "srgb",
  placed: true,
  lively: true,
  earlierAt: ({ along }, { time, length }) =>
    along === "start" ? { fromStart: time } : { beforeEnd: secondsIn(length) - time },
  create({ mode, opacity }, frame, { earlier }) {
    // Away from its session, as in a list, a clip stands for itself.
    if (earlier === undefined) return nothing;
    const beneath = covering(earlier, frame);
    const share = opacity / 100;
    const channel = channelMode(mode);
    const colour = colourMode(mode);
    return onStrips((planes, { width, left, top, columns, rows }) => {
      for (let row = 0, i = 0; row < rows; row++)
        for (let x = left, at = (top + row) * width + left; x < left + columns; x++, i++, at++) {
          const under = (c: number) => inRange(encodeSrgb(beneath.planes[c][at]));
          const below: Pixel = [under(0), under(1), under(2)];
          const own: Pixel = [inRange(planes[0][i]), inRange(planes[1][i]), inRange(planes[2][i])];
          const made = channel ? null : colour(below, own);
          for (let c = 0; c < 3; c++) {
            const one = made ? made[c] : channel!(below[c], own[c]);
            planes[c][i] = below[c] + (one - below[c]) * share;
          }
        }
    });
  },
});
