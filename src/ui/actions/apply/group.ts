import { barGroupings, type BarGrouping } from "@/core/library/media";
import type { Action } from "../action";
import type { ApplyHere } from "./here";

/** What comes after a grouping: the next one, and after the last one none. */
const next = (now: BarGrouping | null): BarGrouping | null =>
  now === null ? barGroupings[0] : (barGroupings[barGroupings.indexOf(now) + 1] ?? null);

export const group: Action<ApplyHere> = {
  id: "apply.group",
  words: ({ grouping }) =>
    next(grouping) === null
      ? "Show the rows as they are found"
      : `Put the rows together by ${next(grouping)}`,
  short: ({ grouping }) => (next(grouping) === null ? "as found" : `by ${next(grouping)}`),
  keys: ["Alt+g"],
  strip: true,
  offered: ({ isComparing }) => !isComparing,
  run: (here) => here.setGrouping(next(here.grouping)),
};
