import type { Action } from "../action";
import type { CandidatesHere } from "./here";

export const leave: Action<CandidatesHere> = {
  id: "candidates.leave",
  words: "Leave it as it was",
  short: "as it was",
  keys: ["Escape"],
  strip: true,
  run: (here) => here.leave(),
};
