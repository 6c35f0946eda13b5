import { longestChain } from "@/core/chain/model";
import { count } from "@/core/library/words";
import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const gather: Action<ApplyHere> = {
  id: "apply.gather",
  words: ({ picked }) =>
    `Gather ${picked > 1 ? count(picked, "row") : "the row"} into the draft chain, and go on finding`,
  short: ({ drafted }) => (drafted > 0 ? `gather (${drafted} so far)` : "gather"),
  keys: ["+"],
  offered: ({ found, drafted }) => found > 0 && drafted < longestChain,
  run: (here) => here.gather(),
};
