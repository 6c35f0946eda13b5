import { TagDialog } from "../../keeping/tag-dialog";
import type { Action } from "../action";
import { mayKeep, shared, what, type CardsHere } from "./here";

export const tagCards: Action<CardsHere> = {
  id: "library.tag",
  words: (here) => `Tag ${what(here)}`,
  short: "tag",
  keys: ["t"],
  on: ["card"],
  strip: true,
  offered: (here) => mayKeep(here) && shared(here),
  dialog: ({ here, close }) => <TagDialog cards={here.selected} onClose={close} />,
};
