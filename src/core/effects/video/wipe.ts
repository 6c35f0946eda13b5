import { defineVideoEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "../image/work";
import { come, cutFacts, cutParameters, overEarlier, sideChoice, ways } from "./cut";

/** This clip is uncovered from one side, along a soft edge that goes over the frame. Own definition, in linear light. */
export const wipe = defineVideoEffect({
  ...cutFacts,
  id: "video.wipe",
  name: "Wipe",
  short: "Wipe",
  summary: "This clip is uncovered from one side.",
  parameters: {
    ...cutParameters,
    from: sideChoice,
    softness: percent({
      label: "Softness",
      help: "Width of the edge, of the way.",
      min: 0,
      max: 100,
      default: 4,
    }),
  },
  key: ["lasts", "from"],
  placed: true,
  create(values, frame, { moment, earlier }) {
    const share = come(values, moment);
    if (share === 1) return nothing;
    const [wx, wy] = ways[values.from];
    const across = wx !== 0;
    const size = across ? frame.width : frame.height;
    const soft = Math.max(1, (size * values.softness) / 100);
    // The edge begins and ends outside of the frame.
    const edge = share * (size + soft) - soft / 2;
    const seen = Float32Array.from({ length: size }, (_, i) => {
      const from = (across ? wx : wy) > 0 ? i + 0.5 : size - i - 0.5;
      return Math.min(1, Math.max(0, (edge - from) / soft + 0.5));
    });
    return overEarlier(frame, earlier, (x, y) => seen[across ? x : y]);
  },
});
