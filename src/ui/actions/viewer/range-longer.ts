import type { Action } from "../action";
import { resized, type SoundHere } from "./sound-here";

export const rangeLonger: Action<SoundHere> = {
  id: "sound.range-longer",
  words: "Make the range half a second longer",
  keys: ["."],
  on: ["viewer"],
  run: (here) => here.setRange(resized(here, 1)),
};
