import type { Action } from "../action";
import { chosen, what, whyNotKeep, type LibraryHere } from "./here";

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
  offered: chosen,
  refused: whyNotKeep,
  run: ({ act, selected }) => act("copy-cards", { cardIds: selected.map(({ id }) => id) }),
};
