import type { Action } from "../action";
import type { BenchHere } from "./here";

/** The cards that were found last, side by side on what is selected. */
export const openSheet: Action<BenchHere> = {
  id: "bench.proof-sheet",
  words: "Lay the cards found last side by side on a proof sheet",
  short: "proof sheet",
  keys: ["p"],
  on: ["target"],
  strip: true,
  offered: ({ selected }) => selected.some(({ mediaId }) => mediaId !== null),
  run: (here) => here.openSheet(),
};
