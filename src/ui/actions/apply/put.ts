import { wayOf } from "@/core/chain/ways";
import type { Action } from "../action";
import { sentenceOf, type PutsOn } from "./here";

/** The usual way to put on what waits, in one of the places where something does. */
export const putOf = (place: string): Action<PutsOn> => ({
  id: `${place}.put`,
  words: ({ way, puts }) => sentenceOf(way, puts),
  short: ({ way, puts }) => (puts === "the card" ? wayOf(way).short : `${puts}: ${wayOf(way).short}`),
  sayable: true,
  keys: ["Enter"],
  strip: place !== "apply",
  offered: ({ found }) => found > 0,
  run: (here) => here.put(here.way),
});
