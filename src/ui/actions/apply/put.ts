import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const put: Action<ApplyHere> = {
  id: "apply.put",
  words: "Put the card on, in place of the chain",
  short: "put on",
  keys: ["Enter"],
  offered: ({ found }) => found > 0,
  run: (here) => here.put("replace"),
};
