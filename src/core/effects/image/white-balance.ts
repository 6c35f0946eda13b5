import { toXyz, white } from "../../colour/lab";
import { adaptation, lightOf, whiteOf } from "../../colour/white-point";
import { inverse, product } from "../../colour/matrix";
import { defineImageEffect } from "../define";
import { choice, kelvin, plain } from "../parameter";
import { byMatrix } from "./work";

/** Linear R, G and B of what is seen, from those under a light: kelvin and distance from the locus; see the effect. */
export function balanceMatrix(temperature: number, tint: number, method: "cat16" | "bradford"): number[][] {
  // Against the default light, so that the default changes nothing, though D65 lies a trace beside 6504 K.
  const neutral = whiteOf(...(lightOf(6504, 0) as [number, number]));
  const scene = whiteOf(...(lightOf(temperature, tint) as [number, number]));
  const to = scene.map((v, i) => (white[i] * v) / neutral[i]);
  return product(inverse(toXyz), product(adaptation(method, to, white), toXyz));
}

/**
 * Makes white of what was white under the light of the scene: from that light's white to D65's by chromatic adaptation,
 * in linear light, at the same luminance of grey. 6504 K without tint leaves it alone.
 * Sources: CIE 15 daylight locus from 4000 K, Planckian below; CAT16: Li et al. 2017; Bradford: Lindbloom's matrices.
 */
export const whiteBalance = defineImageEffect({
  id: "image.white-balance",
  name: "White balance",
  short: "WB",
  category: "colour",
  summary: "Takes the colour of the light away, or puts it back.",
  parameters: {
    temperature: kelvin({
      label: "Light",
      help: "The light of the scene; higher makes the picture warmer.",
      min: 2000,
      max: 20000,
      default: 6504,
    }),
    tint: plain({
      label: "Tint",
      help: "Beside the locus: positive takes magenta away, negative green.",
      min: -60,
      max: 60,
      default: 0,
      resolution: 0.1,
    }),
    method: choice({
      label: "Adaptation",
      help: "How cones are taken to adapt.",
      options: [
        { value: "cat16", label: "CAT16" },
        { value: "bradford", label: "Bradford" },
      ],
      default: "cat16",
    }),
  },
  key: ["temperature", "tint"],
  encoding: "linear",
  create: ({ temperature, tint, method }) => byMatrix(balanceMatrix(temperature, tint, method)),
});
