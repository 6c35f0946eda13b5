import { covering } from "../../picture/earlier";
import { defineVideoEffect } from "../define";
import { nothing, onStrips } from "../image/work";
import { beforeEnd, come, cutParameters } from "./cut";

/** The clip before goes over into this one: a mix of both in linear light, as of light on film. Common practice, no source. */
export const dissolve = defineVideoEffect({
  id: "video.dissolve",
  name: "Dissolve",
  short: "Diss",
  category: "transitions",
  summary: "The clip before goes over into this one.",
  parameters: cutParameters,
  key: ["lasts"],
  encoding: "linear",
  placed: true,
  lively: true,
  beforeEnd,
  create(values, frame, { moment, earlier }) {
    const share = come(values, moment);
    if (share === 1) return nothing;
    const before = covering(earlier, frame);
    return onStrips((planes, { width, left, top, columns, rows }) => {
      for (let row = 0, i = 0; row < rows; row++)
        for (let at = (top + row) * width + left, n = 0; n < columns; n++, i++, at++)
          for (let c = 0; c < 3; c++) {
            const was = before.planes[c][at];
            planes[c][i] = was + (planes[c][i] - was) * share;
          }
    });
  },
});
