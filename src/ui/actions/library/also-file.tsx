import type { Action } from "../action";
import { chosen, what, whyNowhere, type CardsHere } from "./here";
import { later } from "../../parts/later";

const FilingsDialog = later(async () => (await import("../../keeping/filings-dialog")).FilingsDialog);

export const alsoFile: Action<CardsHere> = {
  id: "library.also-file",
  words: (here) => `File ${what(here)} in further folders`,
  short: "also file",
  keys: ["a"],
  on: ["card"],
  offered: chosen,
  refused: whyNowhere,
  dialog: ({ here, close }) => <FilingsDialog cards={here.selected} onClose={close} />,
};
