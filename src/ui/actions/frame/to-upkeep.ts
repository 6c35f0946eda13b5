import type { Action } from "../action";
import type { FrameHere } from "./here";

export const toUpkeep: Action<FrameHere> = {
  id: "frame.upkeep",
  words: "Go to Upkeep",
  keys: ["Alt+u"],
  run: (here) => here.go("upkeep"),
};
