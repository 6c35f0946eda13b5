import type { Action } from "../action";
import { mayShape, type BenchHere } from "./here";
import { moveSelected, neighbour } from "./move";

export const moveUp: Action<BenchHere> = {
  id: "bench.move-up",
  words: "Move up in the list",
  keys: ["Alt+ArrowUp"],
  on: ["target"],
  // Within the chain the same key moves a setting.
  offered: (here) => mayShape(here) && here.setting === null && neighbour(here, -1) !== undefined,
  run: (here) => moveSelected(here, -1),
};
