import { defineVideoEffect } from "../define";
import { nothing } from "../image/work";
import { come, cutFacts, cutParameters, overEarlier } from "./cut";

/** The clip before goes over into this one: a mix of both in linear light, as of light on film. Common practice, no source. */
export const dissolve = defineVideoEffect({
  ...cutFacts,
  id: "video.dissolve",
  name: "Dissolve",
  short: "Diss",
  summary: "The clip before goes over into this one, in light.",
  parameters: cutParameters,
  key: ["lasts"],
  placed: true,
  create(values, frame, { moment, earlier }) {
    const share = come(values, moment);
    return share === 1 ? nothing : overEarlier(frame, earlier, () => share);
  },
});
