import { defineImageEffect } from "../define";
import { percent } from "../parameter";
import { onChannels } from "./work";

/**
 * Moves black and white apart or together, the one hardly touching the other: shadows move below the middle,
 * lights above it, on encoded values: y = x + black · (1 − x)³ + white · x³.
 * Own definition: each weight is flat at the other end.
 */
export const blackWhitePoints = defineImageEffect({
  id: "image.black-white-points",
  name: "Black and white points",
  short: "B/W pt",
  category: "tone",
  summary: "Deeper or lifted blacks, brighter or softer whites.",
  parameters: {
    black: percent({
      label: "Black",
      help: "Negative is deeper, positive lifts.",
      min: -30,
      max: 30,
      default: 0,
    }),
    white: percent({
      label: "White",
      help: "Positive is brighter, negative softer.",
      min: -30,
      max: 30,
      default: 0,
    }),
  },
  key: ["black", "white"],
  encoding: "srgb",
  create({ black, white }) {
    const [b, w] = [black / 100, white / 100];
    // (1 − x)³ is 1 at black and flat at white; its steepest slope of −3 keeps y rising for |b| ≤ 0.3.
    return onChannels((x) =>
      x <= 0
        ? x * (1 - 3 * b) + b
        : x >= 1
          ? 1 + w + (x - 1) * (1 + 3 * w)
          : x + b * (1 - x) ** 3 + w * x ** 3,
    );
  },
});
