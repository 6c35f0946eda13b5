import type { Action } from "../action";
import type { PictureHere } from "./picture-here";

export const fullSize: Action<PictureHere> = {
  id: "picture.full-size",
  name: "Show a part at full size, or all of it",
  words: ({ isFull }) => (isFull ? "Show the whole picture" : "Show a part at full size"),
  short: ({ isFull }) => (isFull ? "whole picture" : "full size"),
  keys: ["z"],
  on: ["viewer"],
  strip: true,
  offered: ({ toggleFull }) => toggleFull !== null,
  run: ({ toggleFull }) => toggleFull?.(),
};
