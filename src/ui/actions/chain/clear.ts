import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { hasSettings } from "./settings";

export const clear: Action<BenchHere> = {
  id: "chain.clear",
  words: "Take everything off",
  on: ["chain", "target"],
  offered: hasSettings,
  run: ({ bench, lead, openSetting }) => {
    openSetting(null);
    bench.shape({ ...lead!.chain, settings: [] });
  },
};
