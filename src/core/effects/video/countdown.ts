import { decodeSrgb } from "../../colour/srgb";
import { diagonal } from "../../picture/frame";
import type { FaceId } from "../../type/face";
import { secondsIn } from "../../time/ratio";
import { defineVideoEffect } from "../define";
import { percent, plain } from "../parameter";
import { onStrips } from "../image/work";
import { colourCodes } from "./grounds";
import { faceChoice, layMask, masksOf } from "./title";

/**
 * Counts the seconds down to the clip's end, or from a number on, with a hand that goes round once a second. Own definition,
 * in linear light.
 */
export const countdown = defineVideoEffect({
  id: "video.countdown",
  name: "Countdown",
  short: "Count",
  category: "generators",
  summary: "Counts seconds down, instead of the picture.",
  parameters: {
    from: plain({
      label: "From",
      help: "The number that it begins with; 0 counts down to the clip's end.",
      min: 0,
      max: 600,
      default: 0,
      resolution: 1,
      keyframes: false,
    }),
    face: faceChoice,
    size: percent({
      label: "Size",
      help: "Of the number, of the frame's height.",
      min: 5,
      max: 80,
      default: 40,
    }),
    ...colourCodes(240, 236, 225),
  },
  key: ["from"],
  encoding: "linear",
  placed: true,
  lively: true,
  create({ from, face, size, red, green, blue }, frame, { moment }) {
    const { width, height } = frame;
    const left = (from > 0 ? from : secondsIn(moment.length)) - moment.time;
    // What was computed on the way to a whole second is one.
    const number = Math.max(0, Math.ceil(left - 1e-9));
    const passed = Math.max(0, number - left);
    const place = {
      width,
      height,
      setting: {
        text: String(number),
        face: face as FaceId,
        size: (size / 100) * height,
        width,
        align: "middle" as const,
      },
      x: width / 2,
      y: height / 2,
      outline: 0,
      safe: 1,
    };
    const colour = [red, green, blue].map((code) => decodeSrgb(code / 255));
    const [ground, swept] = [0.02, 0.06];
    const soft = diagonal(frame) / 1000;
    return onStrips((planes, strip) => {
      for (let row = 0, i = 0; row < strip.rows; row++) {
        const y = strip.top + row + 0.5 - height / 2;
        for (let n = strip.left; n < strip.left + strip.columns; n++, i++) {
          const x = n + 0.5 - width / 2;
          // From the top, clockwise; the hand's edge is soft over about a pixel.
          const turn = (Math.atan2(x, -y) / (2 * Math.PI) + 1) % 1;
          const edge = ((passed - turn) * 2 * Math.PI * Math.hypot(x, y)) / Math.max(1, soft);
          const share = Math.min(1, Math.max(0, edge + 0.5));
          const value = ground + (swept - ground) * share;
          for (let c = 0; c < 3; c++) planes[c][i] = value * (0.5 + colour[c] / 2);
        }
      }
      layMask(planes, strip, masksOf(place)[0], colour, 1);
    });
  },
});
