import { monotoneCurve } from "../../numeric/monotone-curve";
import { defineImageEffect } from "../define";
import { curve } from "../parameter";
import { onChannels } from "./work";

/** Five points that change nothing. */
export const straightCurve = [
  [0, 0],
  [0.25, 0.25],
  [0.5, 0.5],
  [0.75, 0.75],
  [1, 1],
] as const;

/**
 * A curve on sRGB-encoded values, the same for each channel, through 2 to 16 points; below the first and above the
 * last point it goes on straight. Source: monotone cubic of Fritsch & Carlson 1980, see `monotoneCurve`.
 */
export const toneCurve = defineImageEffect({
  id: "image.tone-curve",
  name: "Tone curve",
  short: "Curve",
  category: "tone",
  summary: "Redraws the tones: shadows at the left, lights at the right.",
  parameters: {
    points: curve({
      label: "Points",
      help: "Where a tone goes: in at the foot, out at the side.",
      maxPoints: 16,
      default: straightCurve,
    }),
  },
  key: ["points"],
  encoding: "srgb",
  create: ({ points }) => onChannels(monotoneCurve(points)),
});
