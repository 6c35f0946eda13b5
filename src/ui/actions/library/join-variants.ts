import type { Action } from "../action";
import { editable, shared, type LibraryHere } from "./here";

export const joinVariants: Action<LibraryHere> = {
  id: "library.join-variants",
  words: ({ selected }) => `Make ${selected.length} cards variants of each other`,
  keys: ["j"],
  on: ["card"],
  offered: (here) =>
    here.selected.length > 1 &&
    editable(here) &&
    shared(here) &&
    here.selected.every(({ medium }) => medium === here.selected[0].medium) &&
    !here.selected.every(({ groupId }) => groupId !== null && groupId === here.selected[0].groupId),
  run: ({ act, selected }) => act("join-variants", { cardIds: selected.map(({ id }) => id) }),
};
