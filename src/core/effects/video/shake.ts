import { placed } from "../../picture/placing";
import { smoothNoise } from "../../picture/lattice-noise";
import { diagonal } from "../../picture/frame";
import { defineVideoEffect } from "../define";
import { degrees, hertz, percent, plain } from "../parameter";
import { nothing } from "../image/work";
import { edgeChoice, groundBehind } from "./grounds";

export const seedParameter = plain({
  label: "Pattern",
  help: "Another number, another course.",
  min: 0,
  max: 9999,
  default: 1,
  resolution: 1,
  keyframes: false,
});

/**
 * As of a camera in the hand: the picture wanders and turns along smooth noise over time, two octaves of it. Own
 * definition; noise: `smoothNoise`.
 */
export const shake = defineVideoEffect({
  id: "video.shake",
  name: "Camera shake",
  short: "Shake",
  category: "motion",
  summary: "The picture wanders as from a camera in the hand.",
  parameters: {
    amount: percent({
      label: "Amount",
      help: "How far it wanders, in hundredths of the diagonal.",
      min: 0,
      max: 20,
      default: 1,
      resolution: 0.01,
    }),
    turn: degrees({
      label: "Turn",
      help: "How far it turns.",
      min: 0,
      max: 20,
      default: 0.5,
      resolution: 0.01,
    }),
    speed: hertz({
      label: "Speed",
      help: "Changes of direction a second, about.",
      min: 0.1,
      max: 20,
      default: 2,
      resolution: 0.01,
      keyframes: false,
    }),
    enlarged: percent({
      label: "Enlarged",
      help: "By how much the picture is made larger, so that its edges stay outside.",
      min: 0,
      max: 50,
      default: 5,
    }),
    seed: seedParameter,
    behind: edgeChoice("mirrored"),
  },
  key: ["amount", "speed"],
  encoding: "linear",
  lively: true,
  neutral: { amount: 0, turn: 0, enlarged: 0 },
  create({ amount, turn, speed, enlarged, seed, behind }, frame, { moment }) {
    if (amount === 0 && turn === 0 && enlarged === 0) return nothing;
    const t = moment.time * speed;
    const course = (axis: number) =>
      (smoothNoise(t + 0.37, axis * 7.3, seed) + 0.5 * smoothNoise(2.1 * t + 5.1, axis * 7.3 + 3.7, seed)) /
      1.5;
    const { width, height } = frame;
    const far = (amount / 100) * diagonal(frame);
    const middle = [width / 2, height / 2] as const;
    return placed(
      frame,
      {
        anchor: middle,
        at: [middle[0] + far * course(0), middle[1] + far * course(1)],
        scale: 1 + enlarged / 100,
        angle: turn * course(2),
      },
      groundBehind(behind),
    );
  },
});
