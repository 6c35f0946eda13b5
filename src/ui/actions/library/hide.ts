import { may } from "@/core/library/roles";
import type { Action } from "../action";
import { what, type CardsHere } from "./here";

/** Where all of them are hidden by themselves, they are shown again. */
const areHidden = ({ selected, shelf }: CardsHere): boolean =>
  selected.every(({ id }) => shelf.isHiddenAlone(id));

export const hide: Action<CardsHere> = {
  id: "library.hide",
  words: (here) => (areHidden(here) ? `Show ${what(here)} again` : `Hide ${what(here)} from yourself`),
  short: (here) => (areHidden(here) ? "show again" : "hide"),
  keys: ["h"],
  on: ["card"],
  strip: true,
  offered: ({ selected, role }) => selected.length > 0 && may(role, "own"),
  run: (here) => here.act("hide", { cardIds: here.selected.map(({ id }) => id), on: !areHidden(here) }),
};
