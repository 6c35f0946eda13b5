import type { Action } from "../action";
import type { LanesHere } from "./here";

export const copy: Action<LanesHere> = {
  id: "lane.copy",
  words: "Copy keyframes",
  short: "copy",
  keys: ["c"],
  strip: true,
  offered: ({ keyframes }) => keyframes > 0,
  run: (here) => here.copy(),
};

export const paste: Action<LanesHere> = {
  id: "lane.paste",
  words: "Lay copied keyframes in here",
  short: "lay in",
  keys: ["v"],
  strip: ({ copied }) => copied > 0,
  offered: ({ copied }) => copied > 0,
  run: (here) => here.paste(),
};
