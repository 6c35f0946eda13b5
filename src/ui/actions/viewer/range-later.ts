import type { Action } from "../action";
import { shifted, type SoundHere } from "./sound-here";

export const rangeLater: Action<SoundHere> = {
  id: "sound.range-later",
  words: "Move the range half a second on",
  keys: ["}"],
  on: ["viewer"],
  run: (here) => here.setRange(shifted(here, 1)),
};
