import { defineVideoEffect } from "../define";
import { percent } from "../parameter";
import { nothing, onStrips } from "../image/work";
import { groundChoice, groundLight } from "./grounds";

const side = (label: string) =>
  percent({
    label,
    help: "Share of the frame that is hidden here.",
    min: 0,
    max: 100,
    default: 0,
    resolution: 0.01,
  });

/**
 * Hides what lies beyond four edges; the frame stays as large as it is. An edge between two pixels shares them, or runs
 * softly over a width around it. Own definition, in linear light.
 */
export const edgeCrop = defineVideoEffect({
  id: "video.edge-crop",
  name: "Edge crop",
  short: "Edges",
  category: "geometry",
  summary: "Hides a part of the frame at each side.",
  parameters: {
    left: side("Left"),
    right: side("Right"),
    top: side("Top"),
    bottom: side("Bottom"),
    softness: percent({
      label: "Softness",
      help: "Width of the edges, of the frame's height.",
      min: 0,
      max: 50,
      default: 0,
    }),
    behind: groundChoice,
  },
  key: ["top", "bottom", "left", "right"],
  encoding: "linear",
  placed: true,
  // What is hidden comes from its side; what is uncovered there comes from the other one.
  comesFrom: {
    left: ["left", "right"],
    right: ["right", "left"],
    top: ["above", "below"],
    bottom: ["below", "above"],
  },
  neutral: { left: 0, right: 0, top: 0, bottom: 0 },
  create({ left, right, top, bottom, softness, behind }, { width, height }) {
    if (left === 0 && right === 0 && top === 0 && bottom === 0) return nothing;
    const ground = groundLight(behind);
    const soft = Math.max(1, (height * softness) / 100);
    // How much is seen so far within an edge; where there is none, all of it.
    const seen = (distance: number, share: number) =>
      share === 0 ? 1 : share === 100 ? 0 : Math.min(1, Math.max(0, distance / soft + 0.5));
    const shares = (size: number, before: number, behind: number) =>
      Float32Array.from({ length: size }, (_, i) =>
        Math.min(
          seen(i + 0.5 - (size * before) / 100, before),
          seen(size - i - 0.5 - (size * behind) / 100, behind),
        ),
      );
    const across = shares(width, left, right);
    const down = shares(height, top, bottom);
    return onStrips((planes, strip) => {
      for (let row = 0, i = 0; row < strip.rows; row++)
        for (let x = strip.left; x < strip.left + strip.columns; x++, i++) {
          const share = across[x] * down[strip.top + row];
          if (share === 1) continue;
          for (let c = 0; c < 3; c++) planes[c][i] = ground[c] + (planes[c][i] - ground[c]) * share;
        }
    });
  },
});
