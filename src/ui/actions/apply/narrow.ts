import type { Action } from "../action";
import type { ApplyHere } from "./here";

export const narrow: Action<ApplyHere> = {
  id: "apply.narrow",
  words: ({ isNarrow }) =>
    isNarrow ? "Make the apply bar wide" : "Make the apply bar narrow, beside the material",
  short: ({ isNarrow }) => (isNarrow ? "wide" : "narrow"),
  keys: ["Alt+w"],
  strip: true,
  run: (here) => here.setNarrow(!here.isNarrow),
};
