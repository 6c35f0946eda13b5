import type { Action } from "../action";
import { strengthStep, type ApplyHere } from "./here";

export const stronger: Action<ApplyHere> = {
  id: "apply.stronger",
  words: `Stronger, by ${strengthStep} %`,
  short: "stronger",
  keys: ["PageUp"],
  run: (here) => here.setStrength(here.strength + strengthStep),
};
