import type { Action } from "../action";
import type { DeskHere } from "./here";

export const leave: Action<DeskHere> = {
  id: "desk.leave",
  words: "Leave the filing desk",
  short: "leave",
  keys: ["Escape"],
  strip: true,
  run: (here) => here.leave(),
};
