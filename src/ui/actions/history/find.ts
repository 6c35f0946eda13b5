import type { Action } from "../action";
import type { HistoryHere } from "./here";

export const find: Action<HistoryHere> = {
  id: "history.find",
  words: "Find in the history",
  short: "find",
  keys: ["/"],
  strip: true,
  run: (here) => here.find(),
};
