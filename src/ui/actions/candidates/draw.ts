import type { Action } from "../action";
import { others, type CandidatesHere } from "./here";

export const draw: Action<CandidatesHere> = {
  id: "candidates.draw",
  words: "Draw a card by chance, each once before any comes again",
  short: "by chance",
  keys: ["r"],
  strip: true,
  offered: others,
  run: (here) => here.draw(),
};
