import type { Action } from "../action";
import type { FrameHere } from "./here";

export const toBench: Action<FrameHere> = {
  id: "frame.bench",
  words: "Go to the bench",
  keys: ["Alt+b"],
  run: (here) => here.go("bench"),
};
