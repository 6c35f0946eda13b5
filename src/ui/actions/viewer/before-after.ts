import type { Action } from "../action";
import type { SoundHere } from "./sound-here";

export const beforeAfter: Action<SoundHere> = {
  id: "sound.before-after",
  name: "Hear it before, after the chain",
  words: ({ side }) => (side === "after" ? "Hear it before the chain" : "Hear it after the chain"),
  keys: ["b"],
  on: ["viewer"],
  short: "before / after",
  strip: true,
  run: (here) => here.setSide(here.side === "after" ? "before" : "after"),
};
