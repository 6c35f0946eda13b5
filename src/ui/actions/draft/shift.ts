import type { Action } from "../action";
import type { DraftHere } from "./here";

export const earlier: Action<DraftHere> = {
  id: "draft.earlier",
  words: "Move the setting towards the beginning of the draft",
  short: "earlier",
  keys: ["Alt+ArrowLeft"],
  on: ["draft"],
  offered: ({ at }) => at > 0,
  run: (here) => here.shift(-1),
};

export const later: Action<DraftHere> = {
  id: "draft.later",
  words: "Move the setting towards the end of the draft",
  short: "later",
  keys: ["Alt+ArrowRight"],
  on: ["draft"],
  offered: ({ at, count }) => at < count - 1,
  run: (here) => here.shift(1),
};
