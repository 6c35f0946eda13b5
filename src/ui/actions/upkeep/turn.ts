import type { Action } from "../action";
import type { UpkeepHere } from "./here";

export const nextFinding: Action<UpkeepHere> = {
  id: "upkeep.next",
  words: "Go to the next kind of finding",
  short: "next kind",
  keys: ["]"],
  strip: true,
  run: (here) => here.turn(1),
};

export const previousFinding: Action<UpkeepHere> = {
  id: "upkeep.previous",
  words: "Go to the kind of finding before",
  keys: ["["],
  run: (here) => here.turn(-1),
};
