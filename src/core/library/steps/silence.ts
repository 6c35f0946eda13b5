import { nextSilence, type Silence } from "../../measure/silence";
import { soundOf } from "../mixing";
import { selectedOf } from "../stand";
import { Unfit } from "../unfit";
import { readOf, stepKind } from "./define";

export type SilenceStep = Silence;

const belowNumber = { key: "below", label: "Under", unit: "dB", least: -96, most: -12, by: 1 } as const;
const lastingNumber = { key: "lasting", label: "For", unit: "ms", least: 1, most: 5000, by: 10 } as const;

/** Makes the marked range longer, up to where the first selected clip in which it ends is silent next. */
export const silenceStep = stepKind<SilenceStep>({
  read: (fields, where) => ({
    below: readOf(fields, belowNumber, where, -50),
    lasting: readOf(fields, lastingNumber, where, 200),
  }),
  numbers: [belowNumber, lastingNumber],
  cardsOf: () => [],
  say: ({ below, lasting }) =>
    `make the range reach to the next ${lasting} ms of silence under −${Math.abs(below)} dB`,
  run({ below, lasting }, stand, { overviewOf }) {
    const { range, factsOf = () => undefined } = stand;
    if (!range)
      throw new Unfit("no-range", "No range is marked.", {
        field: "range",
        hint: "Mark a stretch of a clip first.",
      });
    for (const target of selectedOf(stand)) {
      const sound = soundOf(target, factsOf);
      const pairs = target.mediaId === null ? undefined : overviewOf(target.mediaId);
      if (!sound || !pairs) continue;
      const { sampleRate, frames } = sound;
      const begin = target.part?.from ?? 0;
      const end = range.end - target.at;
      if (end < 0 || end * sampleRate > frames) continue;
      const to = begin + frames;
      // Behind a clip's end there is nothing of it.
      const found =
        nextSilence(pairs, { below, lasting }, sampleRate, begin + Math.round(end * sampleRate), to) ?? to;
      return { ...stand, range: { ...range, end: target.at + (found - begin) / sampleRate } };
    }
    throw new Unfit("range-elsewhere", "The range ends in none of the selected clips.", {
      field: "range",
      hint: "Mark a stretch of a selected clip first.",
    });
  },
});
