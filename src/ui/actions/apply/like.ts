import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const like: Action<ApplyHere> = {
  id: "apply.like",
  words: "Cards that do nearly the same as this one",
  short: "like this",
  keys: ["Alt+k"],
  strip: true,
  offered: ({ chosenCard }) => chosenCard !== null,
  run: (here) => here.lookLike({ kind: "card", card: here.chosenCard! }),
};
