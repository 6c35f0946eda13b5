import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const audition: Action<ApplyHere> = {
  id: "apply.audition",
  words: "Hear or see the next card",
  short: "audition",
  keys: ["ArrowDown"],
  offered: ({ found }) => found > 0,
  run: (here) => here.audition(),
};
