import type { Action } from "../action";
import type { LanesHere } from "./here";

export const set: Action<LanesHere> = {
  id: "lane.set",
  name: "Set or take out the keyframe here",
  words: ({ isHere, label }) =>
    isHere ? `Take the keyframe of ${label} out` : `Set a keyframe of ${label} here`,
  short: ({ isHere }) => (isHere ? "take out" : "keyframe"),
  keys: ["Enter"],
  on: ["keyframe"],
  strip: true,
  run: (here) => (here.isHere ? here.remove() : here.set()),
};

export const remove: Action<LanesHere> = {
  id: "lane.remove",
  words: "Take keyframes out",
  short: "take out",
  keys: ["Delete"],
  on: ["keyframe"],
  offered: ({ meant }) => meant > 0,
  run: (here) => here.remove(),
};
