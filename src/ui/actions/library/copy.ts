import type { Action } from "../action";
import { mayKeep, what, type LibraryHere } from "./here";

const areSupplied = ({ selected }: LibraryHere) => selected.every(({ layer }) => layer === "supplied");

/** Supplied cards stay as they are; a copy is the team's and can be changed. */
export const copy: Action<LibraryHere> = {
  id: "library.copy",
  words: (here) =>
    areSupplied(here) ? `Make ${what(here)} yours: a copy that you can change` : `Copy ${what(here)}`,
  short: (here) => (areSupplied(here) ? "make it mine" : "copy"),
  keys: ["c"],
  on: ["card"],
  strip: areSupplied,
  offered: (here) => mayKeep(here) && here.selected.length > 0,
  run: ({ act, selected }) => act("copy-cards", { cardIds: selected.map(({ id }) => id) }),
};
