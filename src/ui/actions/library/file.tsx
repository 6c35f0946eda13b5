import { pathOf } from "@/core/library/tree";
import type { Action } from "../action";
import { chosen, what, whyFixed, whyNowhere, type CardsHere } from "./here";
import { later } from "../../parts/later";

const FileDialog = later(async () => (await import("../../library/library-dialogs")).FileDialog);

export const file: Action<CardsHere> = {
  id: "library.file",
  words: (here) => `File ${what(here)} in a folder`,
  short: "file",
  keys: ["m"],
  on: ["card"],
  strip: true,
  offered: chosen,
  refused: (here) => whyFixed(here) ?? whyNowhere(here),
  dialog: ({ here, close }) => (
    <FileDialog
      cardIds={here.selected.map((c) => c.id)}
      what={what(here)}
      first={pathOf(here.replica.folder, here.selected[0]?.folderId ?? null)}
      onClose={close}
    />
  ),
};
