import type { Action } from "../action";
import { mayKeep, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const OfferDialog = later(async () => (await import("../../library/offer-dialog")).OfferDialog);

export const offer: Action<LibraryHere> = {
  id: "library.offer",
  words: ({ card }) => `Offer “${card?.name}” to the team`,
  short: "offer",
  keys: ["Shift+o"],
  on: ["card"],
  strip: true,
  offered: (here) =>
    mayKeep(here) && here.selected.length === 1 && here.card?.layer === "private" && !here.card.withdrawn,
  dialog: ({ here: { card }, close }) => (card ? <OfferDialog card={card} onClose={close} /> : null),
};
