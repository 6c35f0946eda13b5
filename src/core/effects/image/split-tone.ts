import { defineImageEffect } from "../define";
import { degrees, percent } from "../parameter";
import { onStrips, smoothstep } from "./work";

/** Chroma of a full tint in OKLab. */
const full = 0.12;

/**
 * One hue into the shadows and another into the highlights: a, b += chroma · w(L) with smooth weights that meet at
 * the balance and vanish in black and white. Hues are OKLab's angles. Own definition, in OKLab (Ottosson 2020).
 */
export const splitTone = defineImageEffect({
  id: "image.split-tone",
  name: "Split tone",
  short: "Split",
  category: "colour",
  summary: "One colour in the shadows, another in the highlights.",
  parameters: {
    shadowHue: degrees({
      label: "Shadow hue",
      help: "0° is red, 110° yellow, 142° green, 264° blue.",
      min: 0,
      max: 360,
      default: 250,
    }),
    shadowAmount: percent({ label: "Shadow tint", help: "How much of it.", min: 0, max: 100, default: 25 }),
    highlightHue: degrees({
      label: "Highlight hue",
      help: "0° is red, 110° yellow, 142° green, 264° blue.",
      min: 0,
      max: 360,
      default: 75,
    }),
    highlightAmount: percent({
      label: "Highlight tint",
      help: "How much of it.",
      min: 0,
      max: 100,
      default: 25,
    }),
    balance: percent({
      label: "Balance",
      help: "Where they meet: higher gives the shadows more.",
      min: 10,
      max: 90,
      default: 50,
    }),
  },
  key: ["shadowHue", "highlightHue"],
  encoding: "oklab",
  create({ shadowHue, shadowAmount, highlightHue, highlightAmount, balance }) {
    const tint = (hue: number, amount: number) =>
      [Math.cos((hue * Math.PI) / 180), Math.sin((hue * Math.PI) / 180)].map(
        (v) => (v * full * amount) / 100,
      );
    const [sa, sb] = tint(shadowHue, shadowAmount);
    const [ha, hb] = tint(highlightHue, highlightAmount);
    const middle = balance / 100;
    const size = 1024;
    const weights = Array.from({ length: size + 2 }, (_, i) => {
      const l = i / size;
      const edge = smoothstep(0, 0.15, l) * (1 - smoothstep(0.85, 1, l));
      const light = smoothstep(middle - 0.35, middle + 0.35, l);
      return [edge * (1 - light), edge * light];
    });
    return onStrips(([L, a, b], { columns, rows }) => {
      for (let i = 0; i < columns * rows; i++) {
        const [s, h] = weights[Math.round(Math.min(1, Math.max(0, L[i])) * size)];
        a[i] += s * sa + h * ha;
        b[i] += s * sb + h * hb;
      }
    });
  },
});
