import type { Action } from "../action";
import type { SoundHere } from "./sound-here";

/** Seconds before and after. */
const around = 0.5;

/** What was just heard: a click, a breath. */
export const markHere: Action<SoundHere> = {
  id: "sound.mark-here",
  words: "Mark a second around what is heard now",
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
