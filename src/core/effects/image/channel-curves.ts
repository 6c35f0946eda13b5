import { monotoneCurve } from "../../numeric/monotone-curve";
import { defineImageEffect } from "../define";
import { curve } from "../parameter";
import { straightCurve } from "./tone-curve";
import { onEachChannel } from "./work";

const channel = (label: string) =>
  curve({
    label,
    help: "Where its tones go: in at the foot, out at the side.",
    maxPoints: 16,
    default: straightCurve,
  });

/** A curve for each of red, green and blue on sRGB-encoded values. Source: Fritsch & Carlson 1980, see `monotoneCurve`. */
export const channelCurves = defineImageEffect({
  id: "image.channel-curves",
  name: "Channel curves",
  short: "RGB",
  category: "colour",
  summary: "Redraws the tones of red, green and blue apart.",
  parameters: { red: channel("Red"), green: channel("Green"), blue: channel("Blue") },
  key: ["red", "green", "blue"],
  encoding: "srgb",
  create: ({ red, green, blue }) =>
    onEachChannel(monotoneCurve(red), monotoneCurve(green), monotoneCurve(blue)),
});
