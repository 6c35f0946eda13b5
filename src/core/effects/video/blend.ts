import { defineVideoEffect } from "../define";
import { percent } from "../parameter";
import { onEachChannel, onStrips } from "../image/work";
import { channelMode, colourMode, inRange, modeChoice, type Pixel } from "./blend-modes";
import { colourCodes } from "./grounds";

/**
 * A plain colour laid on the picture by a blend mode, on encoded values within 0…1, and mixed with what was there.
 * Source: W3C Compositing and Blending Level 1.
 */
export const blend = defineVideoEffect({
  id: "video.blend",
  name: "Blend",
  short: "Blend",
  category: "compositing",
  summary: "A colour laid on the picture by a blend mode.",
  parameters: {
    mode: modeChoice("multiply"),
    ...colourCodes(230, 160, 60),
    opacity: percent({ label: "Opacity", help: "Of the colour.", min: 0, max: 100, default: 60 }),
  },
  key: ["mode", "opacity"],
  encoding: "srgb",
  create({ mode, red, green, blue, opacity }) {
    const colour: Pixel = [red / 255, green / 255, blue / 255];
    const share = opacity / 100;
    const f = channelMode(mode);
    if (f) {
      const one = (c: number) => (x: number) => x + (f(inRange(x), colour[c]) - inRange(x)) * share;
      return onEachChannel(one(0), one(1), one(2));
    }
    const of = colourMode(mode);
    return onStrips((planes, { columns, rows }) => {
      for (let i = 0; i < columns * rows; i++) {
        const was: Pixel = [inRange(planes[0][i]), inRange(planes[1][i]), inRange(planes[2][i])];
        const is = of(was, colour);
        for (let c = 0; c < 3; c++) planes[c][i] += (is[c] - was[c]) * share;
      }
    });
  },
});
