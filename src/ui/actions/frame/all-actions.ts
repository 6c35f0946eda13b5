import type { Action } from "../action";
import type { FrameHere } from "./here";

export const allActions: Action<FrameHere> = {
  id: "frame.all-actions",
  words: "Show all actions",
  short: "all",
  keys: ["?"],
  run: (here) => here.openAll(),
};
