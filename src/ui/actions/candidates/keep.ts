import { wayOf } from "@/core/chain/ways";
import type { Action } from "../action";
import type { CandidatesHere } from "./here";

export const keep: Action<CandidatesHere> = {
  id: "candidates.keep",
  words: ({ name, way }) => `Keep “${name}”: ${wayOf(way).does("it")}`,
  short: "keep",
  keys: ["Enter"],
  strip: true,
  run: (here) => here.keep(),
};
