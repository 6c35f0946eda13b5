import type { Action } from "../action";
import type { SoundHere } from "./sound-here";

export const further: Action<SoundHere> = {
  id: "sound.further",
  words: "Make the wave smaller",
  keys: ["-"],
  on: ["viewer"],
  offered: ({ zoom }) => zoom !== undefined,
  run: (here) => here.zoom?.(0.5),
};
