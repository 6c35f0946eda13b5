import type { Action } from "../action";
import type { SheetHere } from "./here";

export const leaveOut: Action<SheetHere> = {
  id: "sheet.leave-out",
  words: "Leave out the cards that no row has picked, here and on the next sheet",
  short: "leave out the others",
  keys: ["x"],
  strip: true,
  offered: ({ losers }) => losers > 0,
  run: (here) => here.leaveOut(),
};
