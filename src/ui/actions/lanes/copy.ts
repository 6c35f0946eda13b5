import type { Action } from "../action";
import type { LanesHere } from "./here";

export const copy: Action<LanesHere> = {
  id: "lane.copy",
  words: "Copy keyframes",
  short: "copy",
  keys: ["c"],
  on: ["keyframe"],
  strip: true,
  offered: ({ keyframes }) => keyframes > 0,
  run: (here) => here.copy(),
};

export const paste: Action<LanesHere> = {
  id: "lane.paste",
  words: "Lay copied keyframes in here",
  short: "lay in",
  keys: ["v"],
  on: ["keyframe"],
  strip: ({ copied }) => copied > 0,
  offered: ({ copied }) => copied > 0,
  run: (here) => here.paste(),
};
