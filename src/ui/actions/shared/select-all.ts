import type { Action } from "../action";

export interface SelectsAll {
  /** Rows that can be selected. */
  readonly selectable: number;
  selectAll(): void;
}

export const selectAll: Action<SelectsAll> = {
  id: "selection.all",
  words: "Select all",
  keys: ["Ctrl+a"],
  on: ["target", "card"],
  offered: ({ selectable }) => selectable > 1,
  run: (here) => here.selectAll(),
};
