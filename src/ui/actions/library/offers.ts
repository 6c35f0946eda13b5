import { openOffers } from "@/core/library/proposals";
import { count } from "@/core/library/words";
import type { Action } from "../action";
import { mayKeep, type LibraryHere } from "./here";

const waiting = ({ replica }: LibraryHere) => openOffers(replica.proposal.values()).length;

export const offers: Action<LibraryHere> = {
  id: "library.offers",
  words: (here) => `See ${count(waiting(here), "card")} offered to the team`,
  short: (here) => `${waiting(here)} offered`,
  keys: ["o"],
  strip: true,
  offered: (here) => mayKeep(here) && waiting(here) > 0,
  run: (here) => here.toOffers(),
};
