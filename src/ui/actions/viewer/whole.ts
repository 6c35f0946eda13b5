import type { Action } from "../action";
import type { PictureHere, Whole } from "./picture-here";

type Here = Pick<PictureHere, "whole" | "setWhole">;

const sides: readonly Whole[] = [null, "after", "before"];
const next = ({ whole }: Here) => sides[(sides.indexOf(whole) + 1) % sides.length];

export const whole: Action<Here> = {
  id: "picture.whole",
  name: "Show both sides of the edge, or one whole",
  words: (here) =>
    next(here) === null ? "Show both sides of the edge" : `Show all of it ${next(here)} the chain`,
  short: (here) => (next(here) === null ? "edge" : `${next(here)}, whole`),
  keys: ["b"],
  on: ["viewer"],
  strip: true,
  run: (here) => here.setWhole(next(here)),
};
