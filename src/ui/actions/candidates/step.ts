import type { Action } from "../action";
import { others, type CandidatesHere } from "./here";

export const next: Action<CandidatesHere> = {
  id: "candidates.next",
  words: "Hear or see the next card of the list",
  short: "next",
  keys: ["]", "ArrowDown", "ArrowRight"],
  strip: true,
  offered: others,
  run: (here) => here.step(1),
};

export const previous: Action<CandidatesHere> = {
  id: "candidates.previous",
  words: "Hear or see the card before",
  short: "before",
  keys: ["[", "ArrowUp", "ArrowLeft"],
  strip: true,
  offered: others,
  run: (here) => here.step(-1),
};
