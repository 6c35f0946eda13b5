import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { currentSetting } from "./settings";

export const switchSetting: Action<BenchHere> = {
  id: "chain.switch",
  name: "Switch the setting on, off",
  words: (here) =>
    here.lead!.chain.settings[currentSetting(here)!].on ? "Switch the setting off" : "Switch the setting on",
  short: "on / off",
  keys: ["o"],
  on: ["setting"],
  strip: true,
  offered: (here) => currentSetting(here) !== null,
  run: (here) => {
    const { chain } = here.lead!;
    const at = currentSetting(here);
    here.bench.shape({
      ...chain,
      settings: chain.settings.map((s, i) => (i === at ? { ...s, on: !s.on } : s)),
    });
  },
};
