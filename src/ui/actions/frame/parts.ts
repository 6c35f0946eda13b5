import type { Action } from "../action";
import type { FrameHere } from "./here";

/* The keys that platforms have for it, so that nothing new is to be learnt. */

export const nextPart: Action<FrameHere> = {
  id: "frame.next-part",
  words: "Go to the next part of the screen",
  keys: ["F6"],
  run: (here) => here.goToPart(1),
};

export const previousPart: Action<FrameHere> = {
  id: "frame.previous-part",
  words: "Go to the part of the screen before",
  keys: ["Shift+F6"],
  run: (here) => here.goToPart(-1),
};
