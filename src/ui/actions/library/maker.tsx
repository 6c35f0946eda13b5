import type { Action } from "../action";
import { oneChosen, whyFixed, type CardsHere } from "./here";
import { later } from "../../parts/later";

const MakerDialog = later(async () => (await import("../../library/library-dialogs")).MakerDialog);

export const maker: Action<CardsHere> = {
  id: "library.maker",
  words: "Say who made the card",
  keys: ["b"],
  on: ["card"],
  offered: oneChosen,
  refused: whyFixed,
  dialog: ({ here: { card }, close }) => (card ? <MakerDialog card={card} onClose={close} /> : null),
};
