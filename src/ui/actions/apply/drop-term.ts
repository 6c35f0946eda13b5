import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const dropTerm: Action<ApplyHere> = {
  id: "apply.drop-term",
  words: "Take the last term out of the query",
  short: "drop term",
  keys: ["Alt+Backspace"],
  offered: ({ terms }) => terms > 0,
  run: (here) => here.dropTerm(),
};
