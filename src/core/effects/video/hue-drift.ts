import { defineVideoEffect } from "../define";
import { degrees, plain } from "../parameter";
import { byMatrix, nothing } from "../image/work";

/** Hues go round as time goes by: a turn of OKLab's a and b. Own definition; OKLab: Ottosson 2020. */
export const hueDrift = defineVideoEffect({
  id: "video.hue-drift",
  name: "Hue drift",
  short: "Drift",
  category: "motion",
  summary: "All hues go round slowly.",
  parameters: {
    speed: plain({
      label: "Speed",
      help: "Degrees a second.",
      min: -720,
      max: 720,
      default: 20,
      resolution: 0.1,
      keyframes: false,
    }),
    start: degrees({ label: "At the start", help: "Where the hues begin.", min: -360, max: 360, default: 0 }),
  },
  key: ["speed", "start"],
  encoding: "oklab",
  lively: true,
  create({ speed, start }, _frame, { moment }) {
    const angle = ((start + speed * moment.time) * Math.PI) / 180;
    if (angle === 0) return nothing;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    return byMatrix([
      [1, 0, 0],
      [0, cos, -sin],
      [0, sin, cos],
    ]);
  },
});
