import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const earlier: Action<ApplyHere> = {
  id: "apply.earlier",
  words: "Bring an earlier query back",
  short: "earlier",
  keys: ["Alt+ArrowUp"],
  offered: (here) => here.earlier > 0,
  run: (here) => here.recallEarlier(),
};
