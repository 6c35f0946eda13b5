import type { Action } from "../action";
import type { TakesBack } from "./take-back";

export const doAgain: Action<TakesBack> = {
  id: "history.do-again",
  words: "Do again what was taken back",
  keys: ["Shift+Backspace", "Ctrl+Shift+z", "Ctrl+y"],
  run: (here) => here.takeBack("redo"),
};
