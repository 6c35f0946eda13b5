import { NameDialog } from "../../parts/command-dialogs";
import type { Action } from "../action";
import { editable, type CardsHere } from "./here";

export const rename: Action<CardsHere> = {
  id: "library.rename",
  words: "Rename the card",
  short: "rename",
  keys: ["r"],
  on: ["card"],
  strip: true,
  offered: (here) => here.selected.length === 1 && here.card !== undefined && editable(here),
  dialog: ({ here: { card }, close }) =>
    card ? (
      <NameDialog
        title={`Rename “${card.name}”`}
        first={card.name}
        action="Rename"
        command="edit-card"
        input={(name) => ({ cardId: card.id, name, seen: card.version })}
        onClose={close}
      />
    ) : null,
};
