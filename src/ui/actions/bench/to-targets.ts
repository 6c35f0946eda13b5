import type { Action } from "../action";
import type { BenchHere } from "./here";

export const toTargets: Action<BenchHere> = {
  id: "bench.to-targets",
  words: "Go to the targets",
  keys: ["Escape"],
  run: (here) => here.focusTargets(),
};
