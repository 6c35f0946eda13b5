import { nextSilence, type Silence } from "../../measure/silence";
import { soundOf } from "../mixing";
import { selectedOf } from "../stand";
import { Unfit } from "../unfit";
import { readNumber, stepKind } from "./define";

export type SilenceStep = Silence;

/** The least that may count as silence and the most that still may, in dB of full scale. */
const limits = { least: -96, most: -12 } as const;
const longest = 5000;

/** Makes the marked range longer, up to where the first selected clip in which it ends is silent next. */
export const silenceStep = stepKind<SilenceStep>({
  read: ({ below = -50, lasting = 200 }, where) => ({
    below: readNumber(below, limits.least, limits.most, `${where}.below`),
    lasting: readNumber(lasting, 1, longest, `${where}.lasting`),
  }),
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
