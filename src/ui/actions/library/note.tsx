import type { Action } from "../action";
import { oneChosen, whyFixed, type CardsHere } from "./here";
import { later } from "../../parts/later";

const NoteDialog = later(async () => (await import("../../library/note-dialog")).NoteDialog);

export const note: Action<CardsHere> = {
  id: "library.note",
  words: ({ card }) => (card?.note ? "Change the card's note" : "Write a note on the card"),
  short: "note",
  keys: ["y"],
  on: ["card"],
  offered: oneChosen,
  refused: whyFixed,
  dialog: ({ here: { card }, close }) => (card ? <NoteDialog card={card} onClose={close} /> : null),
};
