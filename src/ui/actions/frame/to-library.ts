import type { Action } from "../action";
import type { FrameHere } from "./here";

export const toLibrary: Action<FrameHere> = {
  id: "frame.library",
  words: "Go to the library",
  keys: ["Alt+l"],
  run: (here) => here.go("library"),
};
