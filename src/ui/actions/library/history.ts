import type { Action } from "../action";
import type { LibraryHere } from "./here";

/** What was done to the chosen card; to the open folder or tag where no card is chosen. */
export const historyOf: Action<LibraryHere> = {
  id: "library.history",
  words: ({ card, folder, tag }) => `See the history of “${(card ?? folder ?? tag)?.name}”`,
  short: "history",
  keys: ["x"],
  on: ["card"],
  offered: ({ card, folder, tag }) => (card ?? folder ?? tag) !== undefined,
  run: ({ card, folder, tag, toHistory }) => toHistory((card ?? folder ?? tag)!.id),
};

/** What was done to the open folder or tag, and to the cards in it. */
export const historyOfBranch: Action<LibraryHere> = {
  id: "library.branch-history",
  words: ({ folder, tag }) => `See the history of “${(folder ?? tag)?.name}”`,
  keys: ["Shift+y"],
  on: ["folder", "tag"],
  offered: ({ folder, tag }) => (folder ?? tag) !== undefined,
  run: ({ folder, tag, toHistory }) => toHistory((folder ?? tag)!.id),
};
