import { placed } from "../../picture/placing";
import { defineVideoEffect } from "../define";
import { degrees, percent } from "../parameter";
import { nothing } from "../image/work";
import { edgeChoice, groundBehind } from "./grounds";

/**
 * Lays the picture elsewhere in its frame: scaled and turned around its anchor, then moved, all in shares of the frame.
 * Lanczos-3 in linear light; the frame's size stays. Definition: similarity transform.
 */
export const transform = defineVideoEffect({
  id: "video.transform",
  name: "Transform",
  short: "Move",
  category: "geometry",
  summary: "Moves, scales and turns the picture within its frame.",
  parameters: {
    x: percent({
      label: "To the right",
      help: "Of the frame's width.",
      min: -300,
      max: 300,
      default: 0,
      resolution: 0.001,
    }),
    y: percent({
      label: "Down",
      help: "Of the frame's height.",
      min: -300,
      max: 300,
      default: 0,
      resolution: 0.001,
    }),
    scale: percent({
      label: "Scale",
      help: "Of the picture's own size.",
      min: 1,
      max: 1000,
      default: 100,
      resolution: 0.001,
      taper: "log",
    }),
    turn: degrees({
      label: "Turn",
      help: "Clockwise; more than 360° go round more than once.",
      min: -3600,
      max: 3600,
      default: 0,
      resolution: 0.01,
    }),
    anchorX: percent({
      label: "Anchor across",
      help: "The point that it is scaled and turned around, from the left.",
      min: -100,
      max: 200,
      default: 50,
    }),
    anchorY: percent({
      label: "Anchor down",
      help: "The same, from the top.",
      min: -100,
      max: 200,
      default: 50,
    }),
    behind: edgeChoice("black"),
  },
  key: ["x", "y", "scale"],
  encoding: "linear",
  comesFrom: { x: ["left", "right"], y: ["above", "below"] },
  neutral: { x: 0, y: 0, scale: 100, turn: 0 },
  create({ x, y, scale, turn, anchorX, anchorY, behind }, frame) {
    if (x === 0 && y === 0 && scale === 100 && turn % 360 === 0) return nothing;
    const { width, height } = frame;
    const anchor = [(width * anchorX) / 100, (height * anchorY) / 100] as const;
    return placed(
      frame,
      {
        anchor,
        at: [anchor[0] + (width * x) / 100, anchor[1] + (height * y) / 100],
        scale: scale / 100,
        angle: turn,
      },
      groundBehind(behind),
    );
  },
});
