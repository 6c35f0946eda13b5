import type { Action } from "../action";
import type { DraftHere } from "./here";

export const keep: Action<DraftHere> = {
  id: "draft.keep",
  words: "Keep the draft as a card",
  short: "keep",
  keys: ["k"],
  on: ["draft"],
  strip: true,
  offered: ({ count }) => count > 0,
  run: (here) => here.keep(),
};
