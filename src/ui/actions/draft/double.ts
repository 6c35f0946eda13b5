import { longestChain } from "@/core/chain/model";
import type { Action } from "../action";
import type { DraftHere } from "./here";

export const double: Action<DraftHere> = {
  id: "draft.duplicate",
  words: "Duplicate the setting of the draft",
  short: "duplicate",
  keys: ["Shift+d"],
  on: ["draft"],
  offered: ({ count }) => count > 0 && count < longestChain,
  run: (here) => here.double(),
};
