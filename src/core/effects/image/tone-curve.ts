import { monotoneCurve } from "../../colour/monotone-curve";
import { defineImageEffect } from "../define";
import { curve } from "../parameter";

/**
 * A curve on sRGB-encoded values, the same for each channel, through 2 to 16 points; below the first and above the
 * last point it goes on straight. Source: monotone cubic of Fritsch & Carlson 1980, see `monotoneCurve`.
 * Runs from a table with 4,096 pieces over 0…1; its error is below 1e-6 for curves without corners.
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
      default: [
        [0, 0],
        [0.25, 0.25],
        [0.5, 0.5],
        [0.75, 0.75],
        [1, 1],
      ],
    }),
  },
  key: ["points"],
  encoding: "srgb",
  create({ points }) {
    const exact = monotoneCurve(points);
    const pieces = 4096;
    const table = Float64Array.from({ length: pieces + 1 }, (_, i) => exact(i / pieces));
    return (planes, { width, rows }) => {
      const count = width * rows;
      for (const plane of planes)
        for (let i = 0; i < count; i++) {
          const at = plane[i] * pieces;
          if (!(at >= 0 && at < pieces)) {
            plane[i] = exact(plane[i]);
            continue;
          }
          const piece = at | 0;
          plane[i] = table[piece] + (table[piece + 1] - table[piece]) * (at - piece);
        }
    };
  },
});
