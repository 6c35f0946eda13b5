import type { Action } from "../action";
import type { LanesHere } from "./here";

export const pick: Action<LanesHere> = {
  id: "lane.pick",
  words: "Pick the keyframe here, or let it go",
  short: "pick",
  keys: ["p"],
  on: ["keyframe"],
  offered: ({ isHere }) => isHere,
  run: (here) => here.pick(),
};

export const pickAll: Action<LanesHere> = {
  id: "lane.pick-all",
  words: "Pick all keyframes of the lane",
  short: "pick all",
  keys: ["Ctrl+a"],
  on: ["keyframe"],
  offered: ({ keyframes }) => keyframes > 0,
  run: (here) => here.pickAll(),
};
