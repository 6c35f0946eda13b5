import type { Action } from "../action";
import { ownCard, sayChosen, type CardHere } from "./card";

/** The list that a member's one key is about: the first of their own. */
const firstList = ({ shelf }: CardHere) => shelf.allLists().find(({ ownerId }) => ownerId !== null);

const areOn = ({ shelf, chosenCards }: CardHere, listId: string): boolean =>
  chosenCards.length > 0 &&
  chosenCards.every(({ id }) => shelf.listsOf(id).some((list) => list.id === listId));

/** Puts what is chosen on the first list, or takes it off where all of it is there. */
export const markFirst: Action<CardHere> = {
  id: "card.mark-first",
  name: "Put cards on your first favourites list, or take them off",
  words: (here) => {
    const list = firstList(here);
    if (!list) return "Put it on your first favourites list";
    return areOn(here, list.id)
      ? `Take ${sayChosen(here)} off “${list.name}”`
      : `Put ${sayChosen(here)} on “${list.name}”`;
  },
  short: (here) => {
    const list = firstList(here);
    return list && areOn(here, list.id) ? `off ${list.name}` : `on ${list?.name ?? "a list"}`;
  },
  keys: ["Shift+q"],
  on: ["card", "chain"],
  offered: ownCard,
  refused: (here) =>
    firstList(here) ? null : "You have no favourites list. Make one in the library, then this key is its.",
  run: (here) => {
    const list = firstList(here)!;
    const cardIds = here.chosenCards.map(({ id }) => id);
    return here.act("mark-cards", { listId: list.id, cardIds, on: !areOn(here, list.id) });
  },
};
