import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const random: Action<ApplyHere> = {
  id: "apply.random",
  words: "Put one of them on, at random",
  short: "random",
  keys: ["Alt+r"],
  offered: ({ fitting }) => fitting > 0,
  run: (here) => here.putRandom(),
};
