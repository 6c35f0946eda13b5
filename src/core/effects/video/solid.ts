import { defineVideoEffect } from "../define";
import { byMatrix } from "../image/work";
import { colourCodes } from "./grounds";

const none = [0, 0, 0] as const;

/** One colour instead of the picture, as its sRGB codes. Definition. */
export const solid = defineVideoEffect({
  id: "video.solid",
  name: "Plain colour",
  short: "Plain",
  category: "generators",
  summary: "One colour instead of the picture.",
  parameters: colourCodes(30, 60, 70),
  key: ["red", "green", "blue"],
  encoding: "srgb",
  create: ({ red, green, blue }) => byMatrix([none, none, none], [red / 255, green / 255, blue / 255]),
});
