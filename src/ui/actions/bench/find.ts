import type { Action } from "../action";
import type { BenchHere } from "./here";

export const find: Action<BenchHere> = {
  id: "bench.find",
  words: "Find a card and put it on",
  short: "find",
  keys: ["/"],
  on: ["target"],
  strip: true,
  run: (here) => here.find(),
};
