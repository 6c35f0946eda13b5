import { defineVideoEffect } from "../define";
import { percent } from "../parameter";
import { onStrips } from "../image/work";
import { colourCodes } from "./grounds";

/** How much of a pixel lies on lines that are so far apart, the middle one through the middle of the frame. */
const onLines = (size: number, apart: number, width: number) =>
  Float32Array.from({ length: size }, (_, i) => {
    const at = i + 0.5 - size / 2;
    const away = Math.abs(at - Math.round(at / apart) * apart);
    return Math.min(1, width, Math.max(0, width / 2 - away + 0.5));
  });

/** Lines across and down from the middle of the frame, over the picture; their edges share a pixel. Own definition, on encoded values. */
export const grid = defineVideoEffect({
  id: "video.grid",
  name: "Grid",
  short: "Grid",
  category: "generators",
  summary: "Lines across and down over the picture.",
  parameters: {
    spacing: percent({
      label: "Spacing",
      help: "Between lines, of the frame's height.",
      min: 1,
      max: 100,
      default: 12.5,
      resolution: 0.01,
    }),
    line: percent({
      label: "Line",
      help: "Its width, of the frame's height.",
      min: 0.05,
      max: 10,
      default: 0.3,
      resolution: 0.01,
    }),
    opacity: percent({ label: "Opacity", help: "Of the lines.", min: 0, max: 100, default: 70 }),
    ...colourCodes(240, 240, 230),
  },
  key: ["spacing", "opacity"],
  encoding: "srgb",
  placed: true,
  create({ spacing, line, opacity, red, green, blue }, { width, height }) {
    const [apart, wide] = [(spacing / 100) * height, (line / 100) * height];
    const across = onLines(width, apart, wide);
    const down = onLines(height, apart, wide);
    const colour = [red / 255, green / 255, blue / 255];
    return onStrips((planes, strip) => {
      for (let row = 0, i = 0; row < strip.rows; row++)
        for (let x = strip.left; x < strip.left + strip.columns; x++, i++) {
          const share = (opacity / 100) * Math.max(across[x], down[strip.top + row]);
          if (share > 0) for (let c = 0; c < 3; c++) planes[c][i] += (colour[c] - planes[c][i]) * share;
        }
    });
  },
});
