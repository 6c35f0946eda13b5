import type { Action } from "../action";
import type { LanesHere } from "./here";

export const leave: Action<LanesHere> = {
  id: "lane.leave",
  words: "Back to the targets",
  short: "leave",
  keys: ["Escape", "q"],
  strip: true,
  run: (here) => here.leave(),
};
