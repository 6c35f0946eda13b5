import type { Action } from "../action";
import { ownCard, type CardHere } from "./card";
import { later } from "../../parts/later";

const AliasDialog = later(async () => (await import("../../parts/card-dialogs")).AliasDialog);

export const giveAlias: Action<CardHere> = {
  id: "card.alias",
  words: "Give the card an alias",
  short: "alias",
  keys: ["n"],
  on: ["card", "chain"],
  offered: ownCard,
  dialog: ({ here, close }) =>
    here.card ? <AliasDialog of={{ cardId: here.card.id }} name={here.card.name} onClose={close} /> : null,
};
