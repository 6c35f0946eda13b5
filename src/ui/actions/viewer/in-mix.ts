import type { Action } from "../action";
import type { SoundHere } from "./sound-here";

export const inMix: Action<SoundHere> = {
  id: "sound.in-mix",
  name: "Hear it in the mix, alone",
  words: ({ inMix }) => (inMix ? "Hear it alone" : "Hear it in the mix"),
  short: ({ inMix }) => (inMix ? "alone" : "in the mix"),
  keys: ["x"],
  on: ["viewer"],
  run: (here) => here.setInMix(!here.inMix),
};
