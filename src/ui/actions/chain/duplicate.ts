import { longestChain } from "@/core/chain/model";
import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { currentSetting } from "./settings";

export const duplicate: Action<BenchHere> = {
  id: "chain.duplicate",
  words: "Duplicate the setting",
  keys: ["Shift+d"],
  on: ["setting"],
  offered: (here) => currentSetting(here) !== null && here.lead!.chain.settings.length < longestChain,
  run: (here) => {
    const { chain } = here.lead!;
    const at = currentSetting(here)!;
    here.bench.shape({
      ...chain,
      settings: chain.settings.flatMap((s, i) => (i === at ? [s, { ...s }] : [s])),
    });
    if (here.open === at) here.openSetting(at + 1);
    here.focusSetting(at + 1);
  },
};
