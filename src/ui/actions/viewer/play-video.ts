import type { Action } from "../action";
import type { VideoHere } from "./video-here";

export const playVideo: Action<VideoHere> = {
  id: "video.play",
  name: "Play, stop",
  words: ({ playing }) => (playing ? "Stop" : "Play"),
  short: ({ playing }) => (playing ? "stop" : "play"),
  keys: ["Space"],
  on: ["viewer"],
  strip: true,
  run: (here) => here.toggle(),
};
