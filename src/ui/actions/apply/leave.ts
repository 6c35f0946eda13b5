import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const leave: Action<ApplyHere> = {
  id: "apply.leave",
  words: "Leave the apply bar",
  short: "leave",
  keys: ["Escape"],
  strip: true,
  run: (here) => here.leave(),
};
