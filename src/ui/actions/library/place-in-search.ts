import { placedPast } from "@/core/library/placing";
import type { Action } from "../action";
import { ownSearch, type LibraryHere } from "./here";

/** The cards that come first once what is selected is moved past its neighbour. */
const after = ({ search, order, selected }: LibraryHere, by: 1 | -1) =>
  placedPast(order, search?.kept?.placed ?? [], new Set(selected.map(({ id }) => id)), by);

const place = (id: string, words: string, key: string, by: 1 | -1): Action<LibraryHere> => ({
  id,
  words,
  keys: [key],
  on: ["card"],
  offered: (here) => here.typed === "" && ownSearch(here) && after(here, by) !== null,
  run: (here) => {
    const { id: searchId, name, query, sort, ownerId } = here.search!.kept!;
    return here.act(ownerId === null ? "keep-team-search" : "keep-search", {
      searchId,
      name,
      query,
      sort,
      placed: after(here, by)!,
    });
  },
});

export const placeHigher = place("search.higher", "Place it higher in the search", "Alt+ArrowUp", -1);
export const placeLower = place("search.lower", "Place it lower in the search", "Alt+ArrowDown", 1);
