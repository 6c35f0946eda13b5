import type { Action } from "../action";
import type { LanesHere } from "./here";

const someMeant = ({ meant }: LanesHere) => meant > 0;

export const later: Action<LanesHere> = {
  id: "lane.later",
  words: "Move keyframes a frame later",
  short: "later",
  keys: ["Alt+ArrowRight"],
  on: ["keyframe"],
  offered: someMeant,
  run: (here) => here.move(1),
};

export const earlier: Action<LanesHere> = {
  id: "lane.earlier",
  words: "Move keyframes a frame earlier",
  short: "earlier",
  keys: ["Alt+ArrowLeft"],
  on: ["keyframe"],
  offered: someMeant,
  run: (here) => here.move(-1),
};

export const higher: Action<LanesHere> = {
  id: "lane.higher",
  words: "Raise the value here",
  short: "higher",
  keys: ["Alt+ArrowUp"],
  on: ["keyframe"],
  run: (here) => here.step(1),
};

export const lower: Action<LanesHere> = {
  id: "lane.lower",
  words: "Lower the value here",
  short: "lower",
  keys: ["Alt+ArrowDown"],
  on: ["keyframe"],
  run: (here) => here.step(-1),
};
