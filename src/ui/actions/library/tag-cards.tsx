import type { Action } from "../action";
import { chosen, what, whyNowhere, type CardsHere } from "./here";
import { later } from "../../parts/later";

const TagDialog = later(async () => (await import("../../keeping/tag-dialog")).TagDialog);

export const tagCards: Action<CardsHere> = {
  id: "library.tag",
  words: (here) => `Tag ${what(here)}`,
  short: "tag",
  keys: ["t"],
  on: ["card"],
  strip: true,
  offered: chosen,
  refused: whyNowhere,
  dialog: ({ here, close }) => <TagDialog cards={here.selected} onClose={close} />,
};
