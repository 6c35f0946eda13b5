import type { Action } from "../action";
import type { ApplyHere } from "./here";
import { later } from "../../parts/later";

const MarkDialog = later(async () => (await import("../../keeping/mark-dialog")).MarkDialog);

/** Puts the card of the row on a favourites list, or takes it off. */
export const mark: Action<ApplyHere> = {
  id: "apply.mark",
  words: ({ chosenCard }) => `Put “${chosenCard?.name}” on a favourites list, or take it off`,
  short: "mark",
  keys: ["Alt+s"],
  offered: ({ chosenCard }) => chosenCard !== null,
  dialog: ({ here: { chosenCard }, close }) =>
    chosenCard ? <MarkDialog cards={[chosenCard]} onClose={close} /> : null,
};
