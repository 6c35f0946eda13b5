import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { currentSetting } from "./settings";

export const openSetting: Action<BenchHere> = {
  id: "chain.open",
  words: (here) => (here.open === currentSetting(here) ? "Close the setting" : "Open the setting"),
  on: ["setting"],
  offered: (here) => currentSetting(here) !== null,
  run: (here) => here.openSetting(here.open === currentSetting(here) ? null : currentSetting(here)),
};
