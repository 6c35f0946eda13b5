import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { byMatrix } from "./work";

/**
 * Spreads the colours along the two opponent axes apart: a* (green to red) and b* (blue to yellow) each by a factor,
 * at the same lightness. Source: CIE 1976 L*a*b*.
 */
export const opponentSpread = defineImageEffect({
  id: "image.opponent-spread",
  name: "Opponent spread",
  short: "Opp",
  category: "colour",
  summary: "Colours further apart from their opposites, along two axes.",
  parameters: {
    greenRed: percent({
      label: "Green to red",
      help: "100 % leaves it alone.",
      min: 0,
      max: 300,
      default: 100,
    }),
    blueYellow: percent({
      label: "Blue to yellow",
      help: "100 % leaves it alone.",
      min: 0,
      max: 300,
      default: 100,
    }),
  },
  key: ["greenRed", "blueYellow"],
  encoding: "lab",
  create: ({ greenRed, blueYellow }) =>
    byMatrix([
      [1, 0, 0],
      [0, greenRed / 100, 0],
      [0, 0, blueYellow / 100],
    ]),
});
