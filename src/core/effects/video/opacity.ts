import { defineVideoEffect } from "../define";
import { percent } from "../parameter";
import { onChannels } from "../image/work";
import { groundChoice, mixesChoice, overGround } from "./grounds";

/**
 * The picture over a plain ground: c = α·picture + (1 − α)·ground, on encoded values or in linear light. Source: W3C Compositing and Blending
 * Level 1, source-over.
 */
export const opacity = defineVideoEffect({
  id: "video.opacity",
  name: "Opacity",
  short: "Opac",
  category: "compositing",
  summary: "Lets a plain ground through the picture.",
  parameters: {
    opacity: percent({ label: "Opacity", help: "0 shows the ground alone.", min: 0, max: 100, default: 100 }),
    behind: groundChoice,
    mixes: mixesChoice,
  },
  key: ["opacity", "behind"],
  encoding: "srgb",
  create: ({ opacity, behind, mixes }) => onChannels(overGround(behind, mixes, opacity / 100)),
});
