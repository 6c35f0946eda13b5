import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { currentSetting } from "./settings";

export const remove: Action<BenchHere> = {
  id: "chain.remove",
  words: "Remove the setting",
  short: "remove",
  keys: ["d"],
  on: ["setting"],
  strip: true,
  offered: (here) => currentSetting(here) !== null,
  run: (here) => {
    const { chain } = here.lead!;
    const at = currentSetting(here)!;
    here.bench.shape({ ...chain, settings: chain.settings.filter((_, i) => i !== at) });
    here.openSetting(null);
    if (chain.settings.length > 1) here.focusSetting(Math.min(at, chain.settings.length - 2));
  },
};
