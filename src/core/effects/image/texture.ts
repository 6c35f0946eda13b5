import { encodeSrgb } from "../../colour/srgb";
import { defineImageEffect } from "../define";
import { choice, file, percent } from "../parameter";
import { nothing, onStrips } from "./work";

/** How a texture's value t and the picture's p, both encoded, make a new one. Source: W3C Compositing and Blending Level 1, §10. */
const modes = {
  multiply: (p: number, t: number) => p * t,
  screen: (p: number, t: number) => p + t - p * t,
  overlay: (p: number, t: number) => (p <= 0.5 ? 2 * p * t : 1 - 2 * (1 - p) * (1 - t)),
  "soft-light": (p: number, t: number) => {
    if (t <= 0.5) return p - (1 - 2 * t) * p * (1 - p);
    const d = p <= 0.25 ? ((16 * p - 12) * p + 4) * p : Math.sqrt(Math.max(0, p));
    return p + (2 * t - 1) * (d - p);
  },
} as const;

/**
 * Lays a picture over the picture, stretched to cover the frame without changing its own shape, on encoded values.
 * Source of the modes: W3C Compositing and Blending Level 1; bilinear between the texture's pixels.
 */
export const texture = defineImageEffect({
  id: "image.texture",
  name: "Texture overlay",
  short: "Tex",
  category: "finish",
  summary: "Paper, dust or cloth laid over the picture.",
  parameters: {
    picture: file({ label: "Texture", help: "A picture of paper, dust or cloth.", holds: "texture" }),
    mode: choice({
      label: "Mode",
      help: "How both make one.",
      options: [
        { value: "multiply", label: "multiply" },
        { value: "screen", label: "screen" },
        { value: "overlay", label: "overlay" },
        { value: "soft-light", label: "soft light" },
      ],
      default: "soft-light",
    }),
    amount: percent({ label: "Amount", help: "How much of it is seen.", min: 0, max: 100, default: 60 }),
    scale: percent({
      label: "Scale",
      help: "100 % just covers the frame.",
      min: 100,
      max: 400,
      default: 100,
    }),
  },
  key: ["mode", "amount"],
  encoding: "srgb",
  placed: true,
  create({ mode, amount, scale }, frame, { files }) {
    const given = files.picture;
    if (given?.kind !== "texture") return nothing;
    const { width: tw, height: th } = given;
    const tones = given.planes.map((p) => p.map(encodeSrgb));
    // Texture pixels a picture pixel: as many as make it cover the frame.
    const step = Math.min(tw / frame.width, th / frame.height) / (scale / 100);
    const [before, above] = [(tw - frame.width * step) / 2, (th - frame.height * step) / 2];
    const blend = modes[mode];
    const share = amount / 100;
    return onStrips((planes, { left, top, columns, rows }) => {
      for (let row = 0, i = 0; row < rows; row++) {
        const y = Math.min(th - 1, Math.max(0, above + (top + row + 0.5) * step - 0.5));
        const y0 = Math.min(th - 2, Math.floor(y));
        const v = th > 1 ? y - y0 : 0;
        for (let x = left; x < left + columns; x++, i++) {
          const tx = Math.min(tw - 1, Math.max(0, before + (x + 0.5) * step - 0.5));
          const x0 = Math.min(tw - 2, Math.floor(tx));
          const u = tx - x0;
          const at = Math.max(0, y0) * tw + Math.max(0, x0);
          const [right, below] = [tw > 1 ? 1 : 0, th > 1 ? tw : 0];
          for (let c = 0; c < 3; c++) {
            const t = tones[c];
            const upper = t[at] + (t[at + right] - t[at]) * u;
            const lower = t[at + below] + (t[at + below + right] - t[at + below]) * u;
            const p = planes[c][i];
            planes[c][i] = p + share * (blend(p, upper + (lower - upper) * v) - p);
          }
        }
      }
    });
  },
});
