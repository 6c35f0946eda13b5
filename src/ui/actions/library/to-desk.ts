import type { Action } from "../action";
import { mayKeep, type LibraryHere } from "./here";

/** What would lie on the pile: what is selected where that is several, else all that is shown. */
const pile = ({ selected, order }: LibraryHere) => (selected.length > 1 ? selected.length : order.length);

export const toDesk: Action<LibraryHere> = {
  id: "library.to-desk",
  words: (here) =>
    `File ${here.selected.length > 1 ? `the ${pile(here)} selected cards` : "what is shown here"} one by one`,
  short: "filing desk",
  keys: ["d"],
  on: ["card"],
  strip: true,
  offered: (here) => mayKeep(here) && pile(here) > 0,
  run: (here) => here.toDesk(),
};
