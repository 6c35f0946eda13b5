import { MoveFolderDialog } from "../../library/library-dialogs";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";

export const moveFolder: Action<LibraryHere> = {
  id: "folder.move",
  words: "Move the folder",
  keys: ["Shift+m"],
  on: ["folder"],
  offered: (here) => here.folder !== undefined && mayCurate(here),
  dialog: ({ here, close }) =>
    here.folder ? <MoveFolderDialog folder={here.folder} onClose={close} /> : null,
};
