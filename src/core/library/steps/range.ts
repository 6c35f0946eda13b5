import { Unfit } from "../unfit";
import { readOf, stepKind } from "./define";

/** Milliseconds, at both ends. */
export interface RangeStep {
  readonly grow: number;
}

/** The most that a step moves the ends of a range, in milliseconds. */
const most = 10_000;
const number = {
  key: "grow",
  label: "Longer at both ends by",
  unit: "ms",
  least: -most,
  most,
  by: 10,
} as const;

/** Makes the marked range longer at both ends, or shorter. */
export const rangeStep = stepKind<RangeStep>({
  read: (fields, where) => ({ grow: readOf(fields, number, where) }),
  numbers: [number],
  cardsOf: () => [],
  say: ({ grow }) => `make the range ${Math.abs(grow)} ms ${grow < 0 ? "shorter" : "longer"} at both ends`,
  run({ grow }, stand) {
    const { range } = stand;
    if (!range)
      throw new Unfit("no-range", "No range is marked.", {
        field: "range",
        hint: "Mark a stretch of a clip first.",
      });
    const start = Math.max(0, range.start - grow / 1000);
    const end = range.end + grow / 1000;
    if (end <= start)
      throw new Unfit("short-range", "Nothing would be left of the range.", {
        field: "range",
        hint: "Mark more of the clip.",
      });
    return { ...stand, range: { start, end } };
  },
});
