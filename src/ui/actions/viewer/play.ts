import type { Action } from "../action";
import type { SoundHere } from "./sound-here";

export const play: Action<Pick<SoundHere, "playing" | "toggle">> = {
  id: "sound.play",
  name: "Play, stop",
  words: ({ playing }) => (playing ? "Stop" : "Play"),
  short: ({ playing }) => (playing ? "stop" : "play"),
  keys: ["Space"],
  on: ["viewer"],
  strip: true,
  run: (here) => here.toggle(),
};
