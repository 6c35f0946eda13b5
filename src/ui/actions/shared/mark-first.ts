import type { CardHead } from "@/core/library/entities";
import { countCards } from "@/core/library/words";
import type { Action } from "../action";
import { ownCard, type CardHere } from "./card";

/** The cards that a key for the first list is about, and what is known of lists. */
export interface MarksFirst {
  readonly shelf: Pick<CardHere["shelf"], "allLists" | "listsOf">;
  readonly chosenCards: readonly CardHead[];
  readonly act: CardHere["act"];
}

/** The list that a member's one key is about: the first of their own. */
const firstList = ({ shelf }: { readonly shelf: Pick<MarksFirst["shelf"], "allLists"> }) =>
  shelf.allLists().find(({ ownerId }) => ownerId !== null);

const areOn = ({ shelf, chosenCards }: MarksFirst, listId: string): boolean =>
  chosenCards.length > 0 &&
  chosenCards.every(({ id }) => shelf.listsOf(id).some((list) => list.id === listId));

/** Puts what is chosen on the first list, or takes it off where all of it is there. */
export const marksFirst = {
  name: "Put cards on your first favourites list, or take them off",
  words: (here: MarksFirst) => {
    const list = firstList(here);
    if (!list) return "Put it on your first favourites list";
    const chosen = countCards(here.chosenCards);
    return areOn(here, list.id) ? `Take ${chosen} off “${list.name}”` : `Put ${chosen} on “${list.name}”`;
  },
  short: (here: MarksFirst) => {
    const list = firstList(here);
    return list && areOn(here, list.id) ? `off ${list.name}` : `on ${list?.name ?? "a list"}`;
  },
  refused: (here: Parameters<typeof firstList>[0]) =>
    firstList(here) ? null : "You have no favourites list. Make one in the library, then this key is its.",
  run: (here: MarksFirst) => {
    const list = firstList(here)!;
    const cardIds = here.chosenCards.map(({ id }) => id);
    return here.act("mark-cards", { listId: list.id, cardIds, on: !areOn(here, list.id) });
  },
};

export const markFirst: Action<CardHere> = {
  id: "card.mark-first",
  ...marksFirst,
  keys: ["Shift+q"],
  on: ["card", "chain"],
  offered: ownCard,
};
