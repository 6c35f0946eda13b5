import type { Action } from "../action";
import { editable, what, type LibraryHere } from "./here";

export const partVariants: Action<LibraryHere> = {
  id: "library.part-variants",
  words: (here) => `Take ${what(here)} out of ${here.selected.length === 1 ? "its" : "their"} variants`,
  keys: ["Shift+j"],
  on: ["card"],
  offered: (here) => editable(here) && here.selected.some(({ groupId }) => groupId !== null),
  run: ({ act, selected }) => act("part-variants", { cardIds: selected.map(({ id }) => id) }),
};
