import { defineVideoEffect } from "../define";
import { nothing } from "../image/work";
import { come, cutFacts, cutParameters, sideChoice, ways } from "./cut";
import { movedIn } from "./moved-in";

/** This clip comes in from one side and pushes the one before out at the other. Own definition, in linear light. */
export const push = defineVideoEffect({
  ...cutFacts,
  id: "video.push",
  name: "Push",
  short: "Push",
  summary: "This clip pushes the one before out of the frame.",
  parameters: { ...cutParameters, from: sideChoice },
  key: ["lasts", "from"],
  create(values, frame, { moment, earlier }) {
    const share = come(values, moment);
    return share === 1 ? nothing : movedIn(frame, earlier, ways[values.from], share, true);
  },
});
