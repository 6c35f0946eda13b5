import { effectName } from "@/core/chain/describe";
import type { Action } from "../action";
import { ownCard, type CardHere } from "./card";

const isDefault = ({ card, shelf }: CardHere): boolean => card !== undefined && shelf.isDefault(card.id);

export const makeDefault: Action<CardHere> = {
  id: "card.default",
  name: "Let the effect begin as this card",
  words: (here) =>
    isDefault(here)
      ? `Let ${effectName(here.card!.effects[0])} begin as it comes`
      : `Let ${effectName(here.card!.effects[0])} begin as this card`,
  short: (here) => (isDefault(here) ? "no default" : "default"),
  keys: ["Shift+d"],
  on: ["card", "chain"],
  offered: (here) => ownCard(here) && here.card!.effects.length === 1,
  run: (here) => here.act("set-default", { cardId: here.card!.id, on: !isDefault(here) }),
};
