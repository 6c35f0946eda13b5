import type { Action } from "../action";
import { keyOf, ownCard, type CardHere } from "./card";
import { later } from "../../parts/later";

const KeyDialog = later(async () => (await import("../../parts/card-dialogs")).KeyDialog);

export const giveKey: Action<CardHere> = {
  id: "card.key",
  words: "Give the card a key",
  short: "key",
  keys: ["g"],
  on: ["card", "chain"],
  offered: ownCard,
  dialog: ({ here, close }) =>
    here.card ? (
      <KeyDialog of={{ cardId: here.card.id }} name={here.card.name} current={keyOf(here)} onClose={close} />
    ) : null,
};
