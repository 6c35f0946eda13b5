import type { Action } from "../action";
import type { SheetHere } from "./here";

export const inMix: Action<SheetHere> = {
  id: "sheet.in-mix",
  name: "Hear cells in the mix, alone",
  words: ({ inMix }) => (inMix ? "Hear cells alone" : "Hear cells in the mix of the session"),
  short: ({ inMix }) => (inMix ? "alone" : "in the mix"),
  keys: ["Shift+x"],
  strip: true,
  offered: ({ isTried, isMixed }) => isTried && isMixed,
  run: (here) => here.setInMix(!here.inMix),
};
