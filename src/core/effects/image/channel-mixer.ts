import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { byMatrix } from "./work";

const part = (into: string, from: string) =>
  percent({
    label: `${into} from ${from}`,
    help: `How much of ${from} goes into ${into}.`,
    min: -200,
    max: 200,
    default: into.toLowerCase() === from ? 100 : 0,
  });

/** Red, green and blue made anew of shares of each, in linear light: a 3×3 matrix. Definition. */
export const channelMixer = defineImageEffect({
  id: "image.channel-mixer",
  name: "Channel mixer",
  short: "Mix",
  category: "colour",
  summary: "Red, green and blue made anew of shares of each other.",
  parameters: {
    redRed: part("Red", "red"),
    redGreen: part("Red", "green"),
    redBlue: part("Red", "blue"),
    greenRed: part("Green", "red"),
    greenGreen: part("Green", "green"),
    greenBlue: part("Green", "blue"),
    blueRed: part("Blue", "red"),
    blueGreen: part("Blue", "green"),
    blueBlue: part("Blue", "blue"),
  },
  key: ["redRed", "greenGreen", "blueBlue"],
  encoding: "linear",
  create: (v) =>
    byMatrix(
      [
        [v.redRed, v.redGreen, v.redBlue],
        [v.greenRed, v.greenGreen, v.greenBlue],
        [v.blueRed, v.blueGreen, v.blueBlue],
      ].map((row) => row.map((p) => p / 100)),
    ),
});
