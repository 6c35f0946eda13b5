import type { Action } from "../action";
import type { BenchHere } from "./here";

const offered = ({ lead }: BenchHere): boolean => lead !== null;

/** Through the cards that were found last, one after another, on what is selected. */
export const nextCandidate: Action<BenchHere> = {
  id: "bench.next-candidate",
  words: "Try the cards found last one after another",
  short: "try in a row",
  keys: ["]"],
  on: ["target"],
  strip: true,
  offered,
  run: (here) => here.tryCandidates(1),
};

export const previousCandidate: Action<BenchHere> = {
  id: "bench.previous-candidate",
  words: "Try the cards found last, from the last one on",
  short: "from the last",
  keys: ["["],
  on: ["target"],
  offered,
  run: (here) => here.tryCandidates(-1),
};
