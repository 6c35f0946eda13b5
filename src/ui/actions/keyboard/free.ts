import type { Action } from "../action";
import type { KeyboardHere } from "./here";

export const free: Action<KeyboardHere> = {
  id: "keys.free",
  words: ({ bound }) => `Free the key of “${bound}”`,
  short: "free",
  keys: ["Delete"],
  strip: true,
  offered: ({ bound }) => bound !== null,
  run: (here) => here.free(),
};
