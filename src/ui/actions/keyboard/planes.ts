import type { Action } from "../action";
import type { KeyboardHere } from "./here";

export const nextPlane: Action<KeyboardHere> = {
  id: "keys.next-plane",
  words: "Show the next plane: alone, with Shift, with Alt, numeric pad, pads",
  short: "next plane",
  keys: ["PageDown"],
  strip: true,
  run: (here) => here.turnPlane(1),
};

export const previousPlane: Action<KeyboardHere> = {
  id: "keys.previous-plane",
  words: "Show the plane before",
  keys: ["PageUp"],
  run: (here) => here.turnPlane(-1),
};
