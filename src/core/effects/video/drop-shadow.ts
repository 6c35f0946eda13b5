import { placed } from "../../picture/placing";
import { diagonal } from "../../picture/frame";
import { defineVideoEffect } from "../define";
import { degrees, percent } from "../parameter";
import { groundChoice, groundLight } from "./grounds";

/** The error function to 1.5e-7. Source: Abramowitz and Stegun, 7.1.26. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const y = ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
  return Math.sign(x) * (1 - y * Math.exp(-x * x));
}

/**
 * The picture made smaller, on a plain ground on which it throws a soft shadow: that of a rectangle behind a Gaussian, which
 * is a product of error functions, in linear light. Own definition.
 */
export const dropShadow = defineVideoEffect({
  id: "video.drop-shadow",
  name: "Drop shadow",
  short: "Shadow",
  category: "compositing",
  summary: "The picture, smaller, throws a shadow on a plain ground.",
  parameters: {
    size: percent({
      label: "Size",
      help: "Of the picture, in its frame.",
      min: 10,
      max: 100,
      default: 80,
      resolution: 0.01,
    }),
    distance: percent({
      label: "Distance",
      help: "Of the shadow, in hundredths of the diagonal.",
      min: 0,
      max: 20,
      default: 1.5,
      resolution: 0.01,
    }),
    direction: degrees({
      label: "Direction",
      help: "Where it falls: 0° to the right, 90° down.",
      min: -180,
      max: 180,
      default: 55,
    }),
    softness: percent({
      label: "Softness",
      help: "Standard deviation of its edge, in hundredths of the diagonal.",
      min: 0.01,
      max: 10,
      default: 1,
      resolution: 0.01,
    }),
    strength: percent({ label: "Strength", help: "How dark it is.", min: 0, max: 100, default: 60 }),
    behind: groundChoice,
  },
  key: ["size", "strength"],
  encoding: "linear",
  create({ size, distance, direction, softness, strength, behind }, frame) {
    const { width, height } = frame;
    const middle = [width / 2, height / 2] as const;
    const ground = groundLight(behind);
    const away = (distance / 100) * diagonal(frame);
    const radians = (direction * Math.PI) / 180;
    const sigma = Math.max(1e-3, (softness / 100) * diagonal(frame)) * Math.SQRT2;
    const dark = (length: number, shift: number) =>
      Float32Array.from({ length }, (_, i) => {
        const at = i + 0.5 - length / 2 - shift;
        const half = (length * size) / 200;
        return (erf((at + half) / sigma) - erf((at - half) / sigma)) / 2;
      });
    const across = dark(width, away * Math.cos(radians));
    const down = dark(height, away * Math.sin(radians));
    return placed(
      frame,
      { anchor: middle, at: middle, scale: size / 100, angle: 0 },
      (c, x, y) => ground[c] * (1 - (strength / 100) * across[x] * down[y]),
    );
  },
});
