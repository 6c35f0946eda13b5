import type { Chain, EffectSetting } from "@/core/chain/model";
import type { BenchHere } from "../bench/here";

/** The setting that keys are about: the one that is pointed at, else the open one; null where there is none. */
export function currentSetting({
  lead,
  setting,
  open,
}: Pick<BenchHere, "lead" | "setting" | "open">): number | null {
  const at = setting ?? open;
  return lead && at !== null && at < lead.chain.settings.length ? at : null;
}

export const hasSettings = ({ lead }: Pick<BenchHere, "lead">): boolean =>
  (lead?.chain.settings.length ?? 0) > 0;

/** A setting and what comes after it change places. */
export function swapped({ settings, ...chain }: Chain, at: number): Chain {
  const next: EffectSetting[] = [...settings];
  [next[at], next[at + 1]] = [next[at + 1], next[at]];
  return { ...chain, settings: next };
}
