import type { Action } from "../action";
import type { BenchHere } from "./here";

/** Keys on the screen, for pointer and touch. */
export const pads: Action<BenchHere> = {
  id: "bench.pads",
  words: "Show the pads, or put them away",
  short: "pads",
  keys: ["Shift+p"],
  on: ["target", "session"],
  run: (here) => here.togglePads(),
};
