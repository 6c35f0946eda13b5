import { defineVideoEffect } from "../define";
import { nothing } from "../image/work";
import { come, cutFacts, cutParameters, sideChoice, ways } from "./cut";
import { movedIn } from "./moved-in";

/** This clip slides in from one side over the one before, which stands. Own definition, in linear light. */
export const slide = defineVideoEffect({
  ...cutFacts,
  id: "video.slide",
  name: "Slide",
  short: "Slide",
  summary: "This clip slides in over the one before.",
  parameters: { ...cutParameters, from: sideChoice },
  key: ["lasts", "from"],
  create(values, frame, { moment, earlier }) {
    const share = come(values, moment);
    return share === 1 ? nothing : movedIn(frame, earlier, ways[values.from], share, false);
  },
});
