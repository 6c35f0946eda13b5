import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const after: Action<ApplyHere> = {
  id: "apply.after",
  words: "Add the card after the chain",
  short: "add after",
  keys: ["Shift+Enter"],
  offered: ({ found }) => found > 0,
  run: (here) => here.put("after"),
};
