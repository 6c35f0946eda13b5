import { canonicalJson } from "@/core/chain/fingerprint";
import type { EffectSetting, Json } from "@/core/chain/model";
import { effectName } from "@/core/chain/describe";
import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { currentSetting } from "./settings";

/** As it is on; one that was switched off would begin as one that does nothing. */
function current(here: BenchHere): EffectSetting | null {
  const at = currentSetting(here);
  return at === null ? null : { ...here.lead!.chain.settings[at], on: true };
}

/** Whether the effect already begins with just these values. */
function isSo(here: BenchHere): boolean {
  const setting = current(here)!;
  const own = here.bench.defaults.ownOf(setting.effect);
  const textOf = (one: EffectSetting) => canonicalJson(one as unknown as Json);
  return own !== undefined && textOf(own) === textOf(setting);
}

export const beginSo: Action<BenchHere> = {
  id: "chain.begin-so",
  name: "Let the effect begin with these values",
  words: (here) =>
    `Let ${effectName(current(here)!.effect)} begin ${isSo(here) ? "as it comes" : "with these values"}`,
  short: (here) => (isSo(here) ? "begin as it comes" : "begin so"),
  keys: ["Shift+n"],
  on: ["setting"],
  offered: (here) => current(here) !== null,
  run: (here) =>
    here.act("set-default", {
      chain: { medium: here.lead!.chain.medium, settings: [current(here)!] },
      on: !isSo(here),
    }),
};
