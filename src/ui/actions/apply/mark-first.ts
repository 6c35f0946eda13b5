import type { Action } from "../action";
import { marksFirst } from "../shared/mark-first";
import type { ApplyHere } from "./here";

/**
 * The field is free after it: cards are put on a list one after another. Offered before there are rows, too: a fast hand is
 * ahead of them, and the one that will be on top is meant.
 */
export const markFirst: Action<ApplyHere> = {
  id: "apply.mark-first",
  words: "Put it on your first favourites list, or take it off, and go on finding",
  short: "on the first list",
  keys: ["Alt+q"],
  refused: marksFirst.refused,
  run: (here) => here.markFirst(),
};
