import "../src/core/type/load";
import type { Resources } from "../src/core/chain/active";
import type { Json } from "../src/core/chain/model";
import type { EffectDefinition, ImageEffect, VideoEffect } from "../src/core/effects/define";

/** A hash that stands for the file that an effect asks for, whichever that is. */
export const hash = "a".repeat(64);
/** The files that effects depend on, whichever they ask for. */
const resources = (holds: string): Resources => ({
  files: () =>
    holds === "lut"
      ? {
          kind: "lut",
          lut: {
            title: "",
            kind: "3d",
            size: 2,
            domainMin: [0, 0, 0],
            domainMax: [1, 1, 1],
            values: Float32Array.from({ length: 24 }, (_, i) => ((i * 5) % 7) / 7),
          },
        }
      : {
          kind: "texture",
          width: 7,
          height: 5,
          planes: [0, 1, 2].map((c) => Float32Array.from({ length: 35 }, (_, i) => ((i * (c + 3)) % 9) / 9)),
        },
});
/** The files that an effect depends on. */
export const resourcesFor = (effect: ImageEffect | VideoEffect) =>
  resources(Object.values(effect.parameters).find((p) => p.kind === "file")?.holds ?? "");
const special: Record<string, Record<string, Json>> = {
  "image.tone-curve": {
    points: [
      [0, 0.1],
      [0.4, 0.3],
      [1, 0.9],
    ],
  },
  "image.channel-curves": {
    red: [
      [0, 0.1],
      [0.4, 0.3],
      [1, 0.9],
    ],
  },
  "image.hue-ranges": {
    ranges: [
      { range: "blue", hue: 30, saturation: 40, lightness: 10 },
      { range: "orange", hue: -20, saturation: -50, lightness: 0 },
    ],
  },
  "image.levels": { inBlack: 10, inWhite: 90, gamma: 1.3, outBlack: 3, outWhite: 95 },
  "image.crop": { left: 10, right: 20, top: 5, bottom: 30 },
  "image.scale": { size: 60 },
  "image.white-balance": { temperature: 4800, tint: 8 },
  "image.grain": { amount: 60, size: 5 },
  "image.blur": { radius: 3 },
  "image.sharpen": { amount: 150, radius: 0.5, threshold: 0 },
  "image.noise-reduction": { lightness: 15, colour: 15, radius: 0.5 },
  "image.toner": { tone: "sepia", depth: 100 },
  "image.black-and-white": {},
  "video.transform": { x: 10, y: -5, scale: 80, turn: 12 },
  "video.opacity": { opacity: 40, behind: "grey" },
  "video.edge-crop": { left: 10, right: 20, top: 5, bottom: 30, softness: 10 },
  "video.whip-blur": { length: 6, direction: 30 },
  "image.vignette": { corner: -2, start: 0.1 },
};
/** Values at which each effect does something: off its defaults, by half of the way to the top. */
export const livelyValues = (effect: EffectDefinition): Record<string, Json> => {
  const halfway = Object.entries(effect.parameters).map(([key, p]) => [
    key,
    p.kind === "number"
      ? p.default + (p.max - p.default) / 2
      : p.kind === "file"
        ? hash
        : (p.default as unknown as Json),
  ]);
  return { ...Object.fromEntries(halfway), ...special[effect.id] };
};
