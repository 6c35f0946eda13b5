import type { Action } from "../action";
import type { KeyboardHere } from "./here";

export const bind: Action<KeyboardHere> = {
  id: "keys.bind",
  words: ({ bound }) =>
    bound === null ? "Let the key stand for something" : "Let the key stand for something else",
  short: "bind",
  keys: ["Enter"],
  strip: true,
  offered: ({ bindable }) => bindable !== null,
  run: (here) => here.bind(),
};
