import type { Action } from "../action";
import type { DraftHere } from "./here";

export const apart: Action<DraftHere> = {
  id: "draft.apart",
  words: "Put each setting on a return of its own, fed by what is selected",
  short: "each on a return",
  keys: ["r"],
  on: ["draft"],
  strip: true,
  offered: ({ found, isMixed }) => found > 0 && isMixed,
  run: (here) => here.putApart(),
};
