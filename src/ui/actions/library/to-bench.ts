import type { Action } from "../action";
import type { LibraryHere } from "./here";

export const toBench: Action<LibraryHere> = {
  id: "library.to-bench",
  words: "Go to a session that it fits",
  keys: ["Enter"],
  on: ["card"],
  offered: (here) => here.card !== undefined,
  run: (here) => here.toBench(),
};
