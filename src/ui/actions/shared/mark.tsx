import type { Action } from "../action";
import { ownCard, sayChosen, type CardHere } from "./card";
import { later } from "../../parts/later";

const MarkDialog = later(async () => (await import("../../keeping/mark-dialog")).MarkDialog);

export const mark: Action<CardHere> = {
  id: "card.mark",
  name: "Put cards on a favourites list, or take them off",
  words: (here) => `Put ${sayChosen(here)} on a favourites list, or take it off`,
  short: "mark",
  keys: ["f"],
  on: ["card", "chain"],
  strip: true,
  offered: ownCard,
  dialog: ({ here, close }) => <MarkDialog cards={here.chosenCards} onClose={close} />,
};
