import type { Action } from "../action";
import { oneChosen, whyFixed, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const MadeForDialog = later(async () => (await import("../../library/library-dialogs")).MadeForDialog);

export const madeFor: Action<LibraryHere> = {
  id: "library.made-for",
  words: "Say which format the card is made for",
  keys: ["Shift+b"],
  on: ["card"],
  offered: oneChosen,
  refused: whyFixed,
  dialog: ({ here: { card }, close }) => (card ? <MadeForDialog card={card} onClose={close} /> : null),
};
