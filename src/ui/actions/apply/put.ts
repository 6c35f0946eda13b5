import { wayOf } from "@/core/chain/ways";
import type { Action } from "../action";
import { sentenceOf, type ApplyHere } from "./here";

export const put: Action<ApplyHere> = {
  id: "apply.put",
  words: ({ way }) => sentenceOf(way),
  short: ({ way }) => wayOf(way).short,
  sayable: true,
  keys: ["Enter"],
  offered: ({ found }) => found > 0,
  run: (here) => here.put(here.way),
};
