import type { Action } from "../action";
import type { DraftHere } from "./here";

export const leave: Action<DraftHere> = {
  id: "draft.leave",
  words: "Leave the draft as it is",
  short: "leave",
  keys: ["Escape"],
  strip: true,
  run: (here) => here.leave(),
};
