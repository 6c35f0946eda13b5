import type { Action } from "../action";
import type { LibraryHere } from "./here";

/** Heard or seen at once, also while one goes on through the table. */
export const tryCard: Action<LibraryHere> = {
  id: "library.try",
  words: ({ isTrying }) =>
    isTrying ? "Try cards no longer" : "Hear or see what cards do, one after another",
  short: ({ isTrying }) => (isTrying ? "no longer try" : "try"),
  keys: ["p"],
  on: ["card"],
  strip: true,
  offered: ({ card, isTrying }) => card !== undefined || isTrying,
  run: (here) => here.setTrying(!here.isTrying),
};

export const without: Action<LibraryHere> = {
  id: "library.without",
  words: ({ isWithout }) => (isWithout ? "Try it with the card again" : "Try it without the card"),
  short: ({ isWithout }) => (isWithout ? "with" : "without"),
  keys: ["w"],
  strip: ({ isTrying }) => isTrying,
  offered: ({ isTrying }) => isTrying,
  run: (here) => here.setWithout(!here.isWithout),
};
