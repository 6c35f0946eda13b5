import type { Action } from "../action";
import type { FrameHere } from "./here";

export const account: Action<FrameHere> = {
  id: "frame.account",
  words: "Open the member's menu",
  keys: ["Alt+m"],
  run: (here) => here.openAccount(),
};
