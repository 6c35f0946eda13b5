import type { Action } from "../action";
import type { SheetHere } from "./here";

export const keep: Action<SheetHere> = {
  id: "sheet.keep",
  words: ({ picked, rows }) => `Put the picks on: ${picked} of ${rows} targets have one`,
  short: ({ picked, rows }) => `put on ${picked} of ${rows}`,
  sayable: true,
  keys: ["Enter"],
  strip: true,
  offered: ({ picked }) => picked > 0,
  run: (here) => here.keep(),
};
