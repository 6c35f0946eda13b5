import type { Action } from "../action";
import type { SheetHere } from "./here";
import { later } from "../../parts/later";

const TellingDialog = later(async () => (await import("../../bench/telling-dialog")).TellingDialog);

/** Only between two: which of more it is would be another question. */
export const tellApart: Action<SheetHere> = {
  id: "sheet.tell-apart",
  words: "Find out by trials whether the two can be told apart",
  short: "told apart?",
  keys: ["t"],
  strip: true,
  offered: ({ pair }) => pair !== null,
  dialog: ({ here, close }) => (here.pair ? <TellingDialog {...here.pair} onClose={close} /> : null),
};
