import { defineImageEffect } from "../define";
import { degrees, percent } from "../parameter";
import { byMatrix } from "./work";

/**
 * A thin wash of one colour over everything: all colours move by `amount` towards it, at their own lightness.
 * (a, b)' = (1 − amount)·(a, b) + amount·chroma·(cos h, sin h). Own definition, in OKLab (Ottosson 2020).
 */
export const colourWash = defineImageEffect({
  id: "image.colour-wash",
  name: "Colour wash",
  short: "Wash",
  category: "colour",
  summary: "Everything moves towards one colour.",
  parameters: {
    hue: degrees({
      label: "Hue",
      help: "0° is red, 110° yellow, 142° green, 264° blue.",
      min: 0,
      max: 360,
      default: 75,
    }),
    chroma: percent({ label: "Colour", help: "How strong the colour is.", min: 0, max: 100, default: 40 }),
    amount: percent({
      label: "Amount",
      help: "How far everything moves towards it.",
      min: 0,
      max: 100,
      default: 20,
    }),
  },
  key: ["hue", "amount"],
  encoding: "oklab",
  create({ hue, chroma, amount }) {
    const share = amount / 100;
    const reach = (share * 0.2 * chroma) / 100;
    const angle = (hue * Math.PI) / 180;
    return byMatrix(
      [
        [1, 0, 0],
        [0, 1 - share, 0],
        [0, 0, 1 - share],
      ],
      [0, reach * Math.cos(angle), reach * Math.sin(angle)],
    );
  },
});
