import type { Action } from "../action";
import type { DraftHere } from "./here";

export const empty: Action<DraftHere> = {
  id: "draft.empty",
  words: "Empty the draft",
  short: "empty",
  keys: ["Shift+Delete"],
  on: ["draft"],
  offered: ({ count }) => count > 0,
  run: (here) => here.empty(),
};
