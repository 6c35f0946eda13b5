import type { Action } from "../action";
import { editSelected, isSound, mayShape, type BenchHere } from "./here";

export const solo: Action<BenchHere> = {
  id: "bench.solo",
  words: ({ lead }) => (lead?.soloed ? "End solo" : "Solo"),
  keys: ["l"],
  on: ["target"],
  offered: (here) => mayShape(here) && isSound(here),
  run: (here) => editSelected(here, { soloed: !here.lead!.soloed }),
};
