import { diagonal } from "../../picture/frame";
import { gaussianInPlace } from "../../picture/gaussian";
import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { nothing } from "./work";

/** A Gaussian in linear light; its standard deviation a share of the diagonal. Source: see `gaussianInPlace`. */
export const blur = defineImageEffect({
  id: "image.blur",
  name: "Blur",
  short: "Blur",
  category: "detail",
  summary: "Out of focus, evenly.",
  parameters: {
    radius: percent({
      label: "Radius",
      help: "Standard deviation, in hundredths of the diagonal.",
      min: 0,
      max: 10,
      default: 0.3,
      resolution: 0.001,
    }),
  },
  key: ["radius"],
  encoding: "linear",
  create({ radius }, frame) {
    const sigma = (radius / 100) * diagonal(frame);
    if (sigma < 0.1) return nothing;
    return {
      kind: "area",
      scratch: 1,
      passes: [0, 1, 2].flatMap((c) =>
        gaussianInPlace(
          frame,
          sigma,
          (p) => p[c],
          (_, s) => s[0],
        ),
      ),
    };
  },
});
