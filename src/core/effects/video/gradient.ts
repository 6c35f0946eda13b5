import { defineVideoEffect } from "../define";
import { choice, degrees } from "../parameter";
import { onStrips } from "../image/work";
import { colourCode } from "./grounds";

/**
 * From one colour to another instead of the picture: along a line through the middle that ends at the frame's corners, or
 * from the middle outwards, mixed on encoded values. Source: W3C CSS Images Level 3, §3.1.1 (length of the line).
 */
export const gradient = defineVideoEffect({
  id: "video.gradient",
  name: "Gradient",
  short: "Grad",
  category: "generators",
  summary: "From one colour to another instead of the picture.",
  parameters: {
    shape: choice({
      label: "Shape",
      help: "Along a line, or from the middle outwards.",
      options: [
        { value: "line", label: "along a line" },
        { value: "round", label: "from the middle" },
      ],
      default: "line",
    }),
    angle: degrees({
      label: "Angle",
      help: "Where it goes to: 0° upwards, 90° to the right.",
      min: -360,
      max: 360,
      default: 180,
    }),
    red: colourCode("Red, from", 20),
    green: colourCode("Green, from", 40),
    blue: colourCode("Blue, from", 60),
    toRed: colourCode("Red, to", 200),
    toGreen: colourCode("Green, to", 190),
    toBlue: colourCode("Blue, to", 170),
  },
  key: ["shape", "angle"],
  encoding: "srgb",
  placed: true,
  create({ shape, angle, red, green, blue, toRed, toGreen, toBlue }, { width, height }) {
    const from = [red, green, blue].map((v) => v / 255);
    const to = [toRed, toGreen, toBlue].map((v) => v / 255);
    const radians = (angle * Math.PI) / 180;
    const [dx, dy] = [Math.sin(radians), -Math.cos(radians)];
    const length = Math.abs(width * dx) + Math.abs(height * dy);
    const radius = Math.hypot(width, height) / 2;
    return onStrips((planes, strip) => {
      for (let row = 0, i = 0; row < strip.rows; row++) {
        const y = strip.top + row + 0.5 - height / 2;
        for (let n = strip.left; n < strip.left + strip.columns; n++, i++) {
          const x = n + 0.5 - width / 2;
          const share = shape === "line" ? 0.5 + (x * dx + y * dy) / length : Math.hypot(x, y) / radius;
          for (let c = 0; c < 3; c++) planes[c][i] = from[c] + (to[c] - from[c]) * share;
        }
      }
    });
  },
});
