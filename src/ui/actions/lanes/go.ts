import type { Action } from "../action";
import type { LanesHere } from "./here";

export const laneBelow: Action<LanesHere> = {
  id: "lane.below",
  words: "Choose the lane below",
  keys: ["ArrowDown"],
  offered: ({ lanes }) => lanes > 1,
  run: (here) => here.choose(1),
};

export const laneAbove: Action<LanesHere> = {
  id: "lane.above",
  words: "Choose the lane above",
  keys: ["ArrowUp"],
  offered: ({ lanes }) => lanes > 1,
  run: (here) => here.choose(-1),
};

const by = (
  id: string,
  words: string,
  keys: string,
  frames: number,
  unit: "frame" | "second",
): Action<LanesHere> => ({
  id,
  words,
  keys: [keys],
  run: (here) => here.go(frames, unit),
});
export const nextFrame = by("lane.next-frame", "Go a step on", "ArrowRight", 1, "frame");
export const previousFrame = by("lane.previous-frame", "Go a step back", "ArrowLeft", -1, "frame");
export const secondLater = by("lane.second-later", "Go a second on", "Shift+ArrowRight", 1, "second");
export const secondEarlier = by("lane.second-earlier", "Go a second back", "Shift+ArrowLeft", -1, "second");
export const toStart = by("lane.to-start", "Go to the start", "Home", -Infinity, "frame");
export const toEnd = by("lane.to-end", "Go to the end", "End", Infinity, "frame");

export const nextKeyframe: Action<LanesHere> = {
  id: "lane.next-keyframe",
  words: "Go to the next keyframe",
  short: "next keyframe",
  keys: ["Ctrl+ArrowRight"],
  offered: ({ keyframes }) => keyframes > 0,
  run: (here) => here.toKeyframe(1),
};

export const previousKeyframe: Action<LanesHere> = {
  id: "lane.previous-keyframe",
  words: "Go to the previous keyframe",
  short: "previous keyframe",
  keys: ["Ctrl+ArrowLeft"],
  offered: ({ keyframes }) => keyframes > 0,
  run: (here) => here.toKeyframe(-1),
};
