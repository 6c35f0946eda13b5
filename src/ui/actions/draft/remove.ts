import type { Action } from "../action";
import type { DraftHere } from "./here";

export const remove: Action<DraftHere> = {
  id: "draft.remove",
  words: "Take the setting out of the draft",
  short: "remove",
  keys: ["d", "Delete"],
  on: ["draft"],
  strip: true,
  offered: ({ count }) => count > 0,
  run: (here) => here.remove(),
};
