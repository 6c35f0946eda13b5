import type { Action } from "../action";
import type { FrameHere } from "./here";

export const toKeys: Action<FrameHere> = {
  id: "frame.keys",
  words: "Go to Keys",
  keys: ["Alt+k"],
  run: (here) => here.go("keys"),
};
