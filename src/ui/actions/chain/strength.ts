import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { hasSettings } from "./settings";

export const strength: Action<BenchHere> = {
  id: "chain.strength",
  words: "Set the strength",
  keys: ["s"],
  on: ["chain"],
  offered: hasSettings,
  run: (here) => here.focusStrength(),
};
