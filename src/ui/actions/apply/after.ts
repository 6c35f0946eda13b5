import type { Action } from "../action";
import { otherWay, sayWay, type ApplyHere } from "./here";

export const after: Action<ApplyHere> = {
  id: "apply.after",
  words: ({ way }) => sayWay[otherWay(way)].words,
  short: ({ way }) => sayWay[otherWay(way)].short,
  sayable: true,
  keys: ["Shift+Enter"],
  offered: ({ found }) => found > 0,
  run: (here) => here.put(otherWay(here.way)),
};
