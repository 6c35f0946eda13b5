import type { Action } from "../action";
import type { KeyboardHere } from "./here";

export const print: Action<KeyboardHere> = {
  id: "keys.print",
  words: "Print a sheet of the keys",
  short: "print",
  keys: ["Alt+p"],
  strip: true,
  run: (here) => here.print(),
};
