import type { Action } from "../action";
import { shifted, type SoundHere } from "./sound-here";

export const rangeEarlier: Action<SoundHere> = {
  id: "sound.range-earlier",
  words: "Move the range half a second back",
  keys: ["{"],
  on: ["viewer"],
  run: (here) => here.setRange(shifted(here, -1)),
};
