import type { Action } from "../action";
import { otherWay, sayWay, type ApplyHere } from "./here";

export const way: Action<ApplyHere> = {
  id: "apply.way",
  words: (here) => `Let Enter ${sayWay[otherWay(here.way)].does}`,
  short: (here) => `Enter: ${sayWay[otherWay(here.way)].short}`,
  keys: ["Alt+e"],
  run: (here) => here.setWay(otherWay(here.way)),
};
