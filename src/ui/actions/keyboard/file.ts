import { count } from "@/core/library/words";
import type { Action } from "../action";
import type { KeyboardHere } from "./here";

export const save: Action<KeyboardHere> = {
  id: "keys.save",
  words: ({ count: bound }) => `Save ${count(bound, "key")} as a file`,
  short: "save as file",
  keys: ["Alt+o"],
  offered: (here) => here.count > 0,
  run: (here) => here.save(),
};

export const bring: Action<KeyboardHere> = {
  id: "keys.bring",
  words: "Take over keys from a file",
  short: "from a file",
  keys: ["Alt+i"],
  run: (here) => here.chooseFile(),
};
