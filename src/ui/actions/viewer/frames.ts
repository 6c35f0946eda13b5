import type { Action } from "../action";
import { framesOn, type VideoHere } from "./video-here";

export const nextFrame: Action<VideoHere> = {
  id: "video.next-frame",
  words: "Go to the next frame",
  short: "next frame",
  keys: ["."],
  on: ["viewer"],
  run: (here) => here.goTo(framesOn(here, 1)),
};

export const previousFrame: Action<VideoHere> = {
  id: "video.previous-frame",
  words: "Go to the previous frame",
  short: "previous frame",
  keys: [","],
  on: ["viewer"],
  run: (here) => here.goTo(framesOn(here, -1)),
};

export const secondLater: Action<VideoHere> = {
  id: "video.second-later",
  words: "Go a second on",
  short: "a second on",
  keys: ["}"],
  on: ["viewer"],
  run: (here) => here.goTo(framesOn(here, here.second)),
};

export const secondEarlier: Action<VideoHere> = {
  id: "video.second-earlier",
  words: "Go a second back",
  short: "a second back",
  keys: ["{"],
  on: ["viewer"],
  run: (here) => here.goTo(framesOn(here, -here.second)),
};
