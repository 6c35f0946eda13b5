import type { Action } from "../action";
import { charts, type Chart, type SoundHere } from "./sound-here";

const nextOf = ({ chart }: SoundHere): Chart => charts[(charts.indexOf(chart) + 1) % charts.length];

export const nextChart: Action<SoundHere> = {
  id: "sound.chart",
  name: "Show another chart",
  words: (here) => `Show the ${nextOf(here)}`,
  keys: ["w"],
  on: ["viewer"],
  short: nextOf,
  strip: true,
  run: (here) => here.setChart(nextOf(here)),
};
