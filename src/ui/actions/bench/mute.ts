import type { Action } from "../action";
import { editSelected, isMixed, mayShape, type BenchHere } from "./here";

export const mute: Action<BenchHere> = {
  id: "bench.mute",
  name: "Mute, unmute",
  words: ({ lead }) => (lead?.muted ? "Unmute" : "Mute"),
  keys: ["m"],
  on: ["target"],
  offered: (here) => mayShape(here) && isMixed(here),
  run: (here) => editSelected(here, { muted: !here.lead!.muted }),
};
