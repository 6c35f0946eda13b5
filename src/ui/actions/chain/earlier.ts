import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { hasSettings, swapped } from "./settings";

export const earlier: Action<BenchHere> = {
  id: "chain.earlier",
  words: "Move the setting up in the chain",
  keys: ["Alt+ArrowUp"],
  on: ["setting"],
  offered: (here) => hasSettings(here) && here.setting !== null && here.setting > 0,
  run: (here) => {
    const [at, to] = [here.setting!, here.setting! - 1];
    here.bench.shape(swapped(here.lead!.chain, Math.min(at, to)));
    if (here.open === at) here.openSetting(to);
    here.focusSetting(to);
  },
};
