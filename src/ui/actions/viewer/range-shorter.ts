import type { Action } from "../action";
import { resized, type SoundHere } from "./sound-here";

export const rangeShorter: Action<SoundHere> = {
  id: "sound.range-shorter",
  words: "Make the range half a second shorter",
  keys: [","],
  on: ["viewer"],
  run: (here) => here.setRange(resized(here, -1)),
};
