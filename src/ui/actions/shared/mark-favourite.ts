import type { Action } from "../action";
import { isFavourite, ownCard, type CardHere } from "./card";

export const markFavourite: Action<CardHere> = {
  id: "card.favourite",
  words: (here) => (isFavourite(here) ? "Take off Favourites" : "Mark as favourite"),
  short: (here) => (isFavourite(here) ? "unmark" : "mark"),
  keys: ["f"],
  on: ["card", "chain"],
  strip: true,
  offered: ownCard,
  run: (here) => here.act("mark-favourite", { cardId: here.card!.id, on: !isFavourite(here) }),
};
