import type { Action } from "../action";
import type { DraftHere } from "./here";

export const keepSet: Action<DraftHere> = {
  id: "draft.keep-set",
  words: "Keep the draft as a set, each of its cards for a return of its own",
  short: "keep as set",
  keys: ["Shift+k"],
  on: ["draft"],
  strip: true,
  offered: ({ count, isMixed }) => count > 0 && isMixed,
  run: (here) => here.keepSet(),
};
