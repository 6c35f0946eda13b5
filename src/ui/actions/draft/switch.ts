import type { Action } from "../action";
import type { DraftHere } from "./here";

export const switchIt: Action<DraftHere> = {
  id: "draft.switch",
  words: ({ isOn }) => (isOn ? "Switch the setting of the draft off" : "Switch the setting of the draft on"),
  short: "on / off",
  keys: ["o"],
  on: ["draft"],
  strip: true,
  offered: ({ count }) => count > 0,
  run: (here) => here.switchIt(),
};
