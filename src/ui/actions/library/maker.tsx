import { MakerDialog } from "../../library/library-dialogs";
import type { Action } from "../action";
import { editable, type CardsHere } from "./here";

export const maker: Action<CardsHere> = {
  id: "library.maker",
  words: "Say who made the card",
  keys: ["b"],
  on: ["card"],
  offered: (here) => here.selected.length === 1 && here.card !== undefined && editable(here),
  dialog: ({ here: { card }, close }) => (card ? <MakerDialog card={card} onClose={close} /> : null),
};
