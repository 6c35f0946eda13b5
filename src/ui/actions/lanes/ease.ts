import type { Action } from "../action";
import type { LanesHere } from "./here";

export const ease: Action<LanesHere> = {
  id: "lane.ease",
  words: "Go on otherwise from this keyframe",
  short: "course",
  keys: ["e"],
  on: ["keyframe"],
  strip: true,
  offered: ({ keyframes }) => keyframes > 0,
  run: (here) => here.ease(),
};
