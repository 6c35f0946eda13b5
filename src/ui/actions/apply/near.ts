import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const near: Action<ApplyHere> = {
  id: "apply.near",
  words: ({ nextReference }) => `Cards that bring this near to “${nextReference?.name}”`,
  short: "near another",
  keys: ["Alt+n"],
  strip: true,
  offered: ({ nextReference }) => nextReference !== null,
  run: (here) => here.lookLike({ kind: "reference", target: here.nextReference! }),
};
