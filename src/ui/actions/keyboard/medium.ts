import type { Action } from "../action";
import type { KeyboardHere } from "./here";

export const otherMedium: Action<KeyboardHere> = {
  id: "keys.medium",
  words: "Show what keys do on another medium",
  short: "other medium",
  keys: ["Alt+s"],
  strip: true,
  run: (here) => here.turnMedium(),
};
