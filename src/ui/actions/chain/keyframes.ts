import { movableIn } from "@/core/chain/motion";
import { media } from "@/core/media";
import type { Action } from "../action";
import type { BenchHere } from "../bench/here";
import { currentSetting } from "./settings";

/** The setting whose lanes are meant: the current one, else the first that can have any. */
function movingSetting(here: Pick<BenchHere, "lead" | "setting" | "open">): number | null {
  const { lead } = here;
  if (!lead || !media[lead.chain.medium].timed) return null;
  const { settings } = lead.chain;
  const current = currentSetting(here);
  if (current !== null && movableIn(settings[current]).size > 0) return current;
  const moving = settings.findIndex(({ motion }) => motion !== undefined);
  const any = moving >= 0 ? moving : settings.findIndex((setting) => movableIn(setting).size > 0);
  return any < 0 ? null : any;
}

export const keyframes: Action<BenchHere> = {
  id: "chain.keyframes",
  words: "Go to the keyframes",
  short: "keyframes",
  keys: ["q"],
  on: ["setting", "chain", "viewer"],
  strip: true,
  offered: (here) => movingSetting(here) !== null,
  run: (here) => here.focusLanes(movingSetting(here)!),
};
