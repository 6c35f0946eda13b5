import type { Action } from "../action";
import { chosen, what, whyFixed, type CardsHere } from "./here";

export const withdraw: Action<CardsHere> = {
  id: "library.withdraw",
  words: (here) => (here.card?.withdrawn ? `Restore ${what(here)}` : `Withdraw ${what(here)}`),
  short: ({ card }) => (card?.withdrawn ? "restore" : "withdraw"),
  keys: ["Delete"],
  on: ["card"],
  strip: true,
  offered: chosen,
  refused: whyFixed,
  run: ({ act, selected, card }) =>
    act("withdraw-cards", { cardIds: selected.map((c) => c.id), withdrawn: !(card?.withdrawn ?? false) }),
};
