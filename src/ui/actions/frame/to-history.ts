import type { Action } from "../action";
import type { FrameHere } from "./here";

export const toHistory: Action<FrameHere> = {
  id: "frame.history",
  words: "Go to the history",
  keys: ["Alt+h"],
  run: (here) => here.go("history"),
};
