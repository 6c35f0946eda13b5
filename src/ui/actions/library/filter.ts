import type { Action } from "../action";
import type { LibraryHere } from "./here";

export const filter: Action<LibraryHere> = {
  id: "library.filter",
  words: "Filter the cards",
  short: "filter",
  keys: ["/"],
  strip: true,
  run: (here) => here.filter(),
};
