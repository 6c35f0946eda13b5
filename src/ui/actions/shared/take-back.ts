import type { Action } from "../action";

export interface TakesBack {
  takeBack(direction: "undo" | "redo"): unknown;
}

export const takeBack: Action<TakesBack> = {
  id: "history.take-back",
  words: "Take back what was done last",
  short: "take back",
  keys: ["Backspace", "Ctrl+z"],
  strip: true,
  run: (here) => here.takeBack("undo"),
};
