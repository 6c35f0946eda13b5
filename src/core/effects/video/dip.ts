import { covering } from "../../picture/earlier";
import { defineVideoEffect } from "../define";
import { nothing, onStrips } from "../image/work";
import { come, cutFacts, cutParameters } from "./cut";
import { groundChoice, groundLight } from "./grounds";

/** The clip before goes into a plain ground, and this one comes out of it: half of the time each, in linear light. Own definition. */
export const dip = defineVideoEffect({
  ...cutFacts,
  id: "video.dip",
  name: "Dip",
  short: "Dip",
  summary: "Through a plain ground from the clip before into this one.",
  parameters: { ...cutParameters, behind: groundChoice },
  key: ["lasts", "behind"],
  placed: true,
  create(values, frame, { moment, earlier }) {
    const share = come(values, moment);
    if (share === 1) return nothing;
    const ground = groundLight(values.behind);
    const seen = Math.abs(2 * share - 1);
    const before = share < 0.5 ? covering(earlier, frame) : null;
    return onStrips((planes, { width, left, top, columns, rows }) => {
      for (let row = 0, i = 0; row < rows; row++)
        for (let at = (top + row) * width + left, n = 0; n < columns; n++, i++, at++)
          for (let c = 0; c < 3; c++) {
            const of = before ? before.planes[c][at] : planes[c][i];
            planes[c][i] = ground[c] + (of - ground[c]) * seen;
          }
    });
  },
});
