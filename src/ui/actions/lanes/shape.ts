import type { Action } from "../action";
import type { LanesHere } from "./here";

const several = ({ keyframes }: LanesHere) => keyframes > 1;

export const reverse: Action<LanesHere> = {
  id: "lane.reverse",
  words: "Turn the lane round in time",
  short: "turn round",
  keys: ["r"],
  on: ["keyframe"],
  strip: true,
  offered: several,
  run: (here) => here.reverse(),
};

export const longer: Action<LanesHere> = {
  id: "lane.longer",
  words: "Make the lane a tenth longer",
  short: "longer",
  keys: ["]"],
  offered: several,
  run: (here) => here.scale([11, 10]),
};

export const shorter: Action<LanesHere> = {
  id: "lane.shorter",
  words: "Make the lane a tenth shorter",
  short: "shorter",
  keys: ["["],
  on: ["keyframe"],
  offered: several,
  run: (here) => here.scale([10, 11]),
};
