import type { Action } from "../action";
import { mayKeep, type LibraryHere } from "./here";

export const importCards: Action<LibraryHere> = {
  id: "library.import",
  words: "Import cards from files",
  short: "import",
  keys: ["i"],
  on: ["folder"],
  strip: true,
  offered: mayKeep,
  run: (here) => here.chooseFiles(),
};
