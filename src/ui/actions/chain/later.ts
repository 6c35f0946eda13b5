import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { hasSettings, swapped } from "./settings";

export const later: Action<BenchHere> = {
  id: "chain.later",
  words: "Move the setting down in the chain",
  keys: ["Alt+ArrowDown"],
  on: ["setting"],
  offered: (here) =>
    hasSettings(here) && here.setting !== null && here.setting < here.lead!.chain.settings.length - 1,
  run: (here) => {
    const [at, to] = [here.setting!, here.setting! + 1];
    here.bench.shape(swapped(here.lead!.chain, Math.min(at, to)));
    if (here.open === at) here.openSetting(to);
    here.focusSetting(to);
  },
};
