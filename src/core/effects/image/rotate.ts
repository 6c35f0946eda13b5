import { rearranged } from "../../picture/sampler";
import { defineImageEffect } from "../define";
import { choice } from "../parameter";

/** Turns by quarters, clockwise, pixel by pixel. Definition. */
export const rotate = defineImageEffect({
  id: "image.rotate",
  name: "Rotate",
  short: "Rot",
  category: "geometry",
  summary: "Turns the picture by quarters.",
  parameters: {
    turn: choice({
      label: "Turn",
      help: "Clockwise.",
      options: [
        { value: "90", label: "90°" },
        { value: "180", label: "180°" },
        { value: "270", label: "270°" },
      ],
      default: "90",
    }),
  },
  key: ["turn"],
  encoding: "linear",
  neutral: {},
  create({ turn }, { width, height }) {
    if (turn === "180")
      return rearranged({ width, height }, (x, y) => (height - 1 - y) * width + width - 1 - x);
    const frame = { width: height, height: width };
    return turn === "90"
      ? rearranged(frame, (x, y) => (height - 1 - x) * width + y)
      : rearranged(frame, (x, y) => x * width + width - 1 - y);
  },
});
