import type { Action } from "../action";
import { chosen, whyFixed, type CardsHere } from "./here";
import { later } from "../../parts/later";

const RenameCardsDialog = later(
  async () => (await import("../../keeping/rename-cards-dialog")).RenameCardsDialog,
);
const NameDialog = later(async () => (await import("../../parts/command-dialogs")).NameDialog);

export const rename: Action<CardsHere> = {
  id: "library.rename",
  words: ({ selected }) => (selected.length > 1 ? `Rename ${selected.length} cards` : "Rename the card"),
  short: "rename",
  keys: ["r"],
  on: ["card"],
  strip: true,
  offered: (here) => here.card !== undefined && chosen(here),
  refused: whyFixed,
  dialog: ({ here: { card, selected }, close }) =>
    selected.length > 1 ? (
      <RenameCardsDialog cards={selected} onClose={close} />
    ) : card ? (
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
