import { CopyMarksDialog } from "../../keeping/copy-marks-dialog";
import type { Action } from "../action";
import { mayKeep, shared, type LibraryHere } from "./here";

/** From the card that was chosen last onto the others. */
export const copyMarks: Action<LibraryHere> = {
  id: "library.copy-marks",
  words: ({ card }) => `Copy tags, note or rating of “${card?.name}” onto the others`,
  short: "copy marks",
  keys: ["Shift+c"],
  on: ["card"],
  offered: (here) => mayKeep(here) && here.card !== undefined && here.selected.length > 1 && shared(here),
  dialog: ({ here: { card, selected }, close }) =>
    card ? (
      <CopyMarksDialog from={card} onto={selected.filter(({ id }) => id !== card.id)} onClose={close} />
    ) : null,
};
