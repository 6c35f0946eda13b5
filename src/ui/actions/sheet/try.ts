import type { Action } from "../action";
import type { SheetHere } from "./here";

export const tryCell: Action<SheetHere> = {
  id: "sheet.try",
  words: ({ isTried }) =>
    isTried ? "Hear or see no more of the chosen cell" : "Hear the chosen cell, or see it large",
  short: ({ isTried }) => (isTried ? "stop" : "try"),
  keys: ["Space"],
  strip: true,
  run: (here) => here.setTried(!here.isTried),
};
