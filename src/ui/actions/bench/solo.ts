import type { Action } from "../action";
import { editSelected, isMixed, mayShape, type BenchHere } from "./here";

export const solo: Action<BenchHere> = {
  id: "bench.solo",
  name: "Solo, end solo",
  words: ({ lead }) => (lead?.soloed ? "End solo" : "Solo"),
  keys: ["l"],
  on: ["target"],
  offered: (here) => mayShape(here) && isMixed(here),
  run: (here) => editSelected(here, { soloed: !here.lead!.soloed }),
};
