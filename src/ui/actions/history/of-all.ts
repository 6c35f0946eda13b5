import type { Action } from "../action";
import type { HistoryHere } from "./here";

export const ofAll: Action<HistoryHere> = {
  id: "history.of-all",
  words: "Show the history of everything again",
  short: "of everything",
  keys: ["Escape"],
  strip: true,
  offered: ({ isNarrowed }) => isNarrowed,
  run: (here) => here.ofAll(),
};
