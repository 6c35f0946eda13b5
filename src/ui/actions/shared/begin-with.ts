import { kindPlural, ownKind } from "@/core/media";
import type { Action } from "../action";
import { ownCard, type CardHere } from "./card";

const begins = ({ card, begins }: CardHere): boolean =>
  card !== undefined && begins[ownKind(card.medium)] === card.id;

/** The chain that material gets by itself when the member brings it in. */
export const beginWith: Action<CardHere> = {
  id: "card.begin-with",
  name: "Let new material begin with this card",
  words: (here) =>
    `Let new ${kindPlural(ownKind(here.card!.medium))} begin with ${begins(here) ? "nothing" : "this card"}`,
  short: (here) => (begins(here) ? "begin with nothing" : "begin with it"),
  keys: ["Shift+i"],
  on: ["card", "chain"],
  offered: ownCard,
  run: (here) => here.setBegins(ownKind(here.card!.medium), begins(here) ? null : here.card!.id),
};
