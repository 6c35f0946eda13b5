import type { Action } from "../action";
import type { SoundHere } from "./sound-here";

export const closer: Action<SoundHere> = {
  id: "sound.closer",
  words: "Enlarge the wave",
  keys: ["+"],
  on: ["viewer"],
  offered: ({ zoom }) => zoom !== undefined,
  run: (here) => here.zoom?.(2),
};
