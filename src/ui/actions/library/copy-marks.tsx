import type { CardHead } from "@/core/library/entities";
import type { Action } from "../action";
import { mayKeep, shared, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const CopyMarksDialog = later(async () => (await import("../../keeping/copy-marks-dialog")).CopyMarksDialog);

/** The cards that get them: the others that are selected, or else the variants of the only one. */
const ontoWhich = ({ card, selected, replica, shelf }: LibraryHere): CardHead[] =>
  selected.length > 1
    ? selected.filter(({ id }) => id !== card?.id)
    : card
      ? shelf.variantsOf(card.id).flatMap((id) => (id === card.id ? [] : (replica.card.get(id) ?? [])))
      : [];

/** From the card that was chosen last onto the others. */
export const copyMarks: Action<LibraryHere> = {
  id: "library.copy-marks",
  words: ({ card, selected }) =>
    `Copy tags, note or rating of “${card?.name}” onto ${selected.length > 1 ? "the others" : "its variants"}`,
  short: "copy marks",
  keys: ["Shift+c"],
  on: ["card"],
  offered: (here) => mayKeep(here) && here.card !== undefined && shared(here) && ontoWhich(here).length > 0,
  dialog: ({ here, close }) =>
    here.card ? <CopyMarksDialog from={here.card} onto={ontoWhich(here)} onClose={close} /> : null,
};
