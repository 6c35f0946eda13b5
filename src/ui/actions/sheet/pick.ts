import type { Action } from "../action";
import type { SheetHere } from "./here";

export const pick: Action<SheetHere> = {
  id: "sheet.pick",
  words: ({ name }) => `Pick ${name} for the chosen row, or no more, and go on to the next`,
  short: "pick",
  keys: ["c"],
  strip: true,
  run: (here) => here.pick(),
};

export const pickForAll: Action<SheetHere> = {
  id: "sheet.pick-for-all",
  words: ({ name }) => `Pick ${name} for all rows`,
  short: "for all rows",
  keys: ["Shift+c"],
  strip: true,
  run: (here) => here.pickForAll(),
};
