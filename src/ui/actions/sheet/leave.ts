import type { Action } from "../action";
import type { SheetHere } from "./here";

export const leave: Action<SheetHere> = {
  id: "sheet.leave",
  words: "Leave the sheet, and change nothing",
  short: "leave",
  keys: ["Escape"],
  strip: true,
  run: (here) => here.leave(),
};
