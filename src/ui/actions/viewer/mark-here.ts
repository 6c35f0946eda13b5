import type { Action } from "../action";
import type { RangeHere } from "./range-here";

/** Seconds before and after. */
const around = 0.5;

/** What was just heard or seen: a click, a breath, a wink. */
export const markHere: Action<RangeHere> = {
  id: "sound.mark-here",
  words: "Mark a second around what plays now",
  short: "mark a second",
  keys: ["Shift+m"],
  on: ["viewer"],
  offered: ({ playing }) => playing,
  run({ position, range, frames, sampleRate, setRange }) {
    const heard = range.start + Math.round((position() ?? 0) * sampleRate);
    const length = Math.min(frames, Math.round(2 * around * sampleRate));
    const start = Math.min(frames - length, Math.max(0, heard - Math.round(around * sampleRate)));
    setRange({ start, end: start + length });
  },
};
