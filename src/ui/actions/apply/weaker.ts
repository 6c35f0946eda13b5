import type { Action } from "../action";
import { strengthStep, type ApplyHere } from "./here";

export const weaker: Action<ApplyHere> = {
  id: "apply.weaker",
  words: `Weaker, by ${strengthStep} %`,
  short: "weaker",
  keys: ["PageDown"],
  run: (here) => here.setStrength(here.strength - strengthStep),
};
