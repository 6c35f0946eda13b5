import type { Action } from "../action";
import type { HistoryHere } from "./here";

export const takeBackChange: Action<HistoryHere> = {
  id: "history.take-back-change",
  words: ({ entry }) => (entry?.direction === "undo" ? "Do this again" : "Take this back"),
  short: ({ entry }) => (entry?.direction === "undo" ? "do this again" : "take this back"),
  keys: ["Backspace"],
  on: ["change"],
  strip: true,
  offered: ({ entry }) => entry !== undefined && !entry.takenBack && entry.direction !== "stamp",
  run: (here) => here.takeBackChange(here.entry!),
};
