import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const complete: Action<ApplyHere> = {
  id: "apply.complete",
  words: ({ completion }) =>
    completion === null ? "Complete the query" : `Complete the query: ${completion}`,
  short: ({ completion }) => completion ?? "complete",
  keys: ["Tab"],
  offered: ({ completion }) => completion !== null,
  run: (here) => here.complete(),
};
