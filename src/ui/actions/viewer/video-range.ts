import type { Action } from "../action";
import type { VideoHere } from "./video-here";

export const rangeBegins: Action<VideoHere> = {
  id: "video.range-begins",
  words: "Begin the range here",
  keys: ["("],
  on: ["viewer"],
  offered: ({ frame, range }) => frame !== range.start,
  // Behind its end it begins anew, up to the end of the clip.
  run: ({ frame, frames, range, setRange }) =>
    setRange({ start: frame, end: frame < range.end ? range.end : frames }),
};

export const rangeEnds: Action<VideoHere> = {
  id: "video.range-ends",
  words: "End the range here",
  keys: [")"],
  on: ["viewer"],
  offered: ({ frame, range }) => frame + 1 !== range.end,
  // The frame that is shown is the last one of it.
  run: ({ frame, range, setRange }) =>
    setRange({ start: frame >= range.start ? range.start : 0, end: frame + 1 }),
};

export const rangeWhole: Action<VideoHere> = {
  id: "video.range-whole",
  words: "Loop all of the clip",
  keys: ["Shift+h"],
  on: ["viewer"],
  offered: ({ range, frames }) => range.start > 0 || range.end < frames,
  run: ({ frames, setRange }) => setRange({ start: 0, end: frames }),
};
