import type { Action } from "../action";
import { sayWay, type ApplyHere } from "./here";

export const put: Action<ApplyHere> = {
  id: "apply.put",
  words: ({ way }) => sayWay[way].words,
  short: ({ way }) => sayWay[way].short,
  sayable: true,
  keys: ["Enter"],
  offered: ({ found }) => found > 0,
  run: (here) => here.put(here.way),
};
