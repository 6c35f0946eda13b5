import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const FolderDialog = later(async () => (await import("../../keeping/folder-dialog")).FolderDialog);

export const renameFolder: Action<LibraryHere> = {
  id: "folder.rename",
  words: "Change the folder: its name, its sign, what it takes",
  short: "change folder",
  keys: ["Shift+r"],
  on: ["folder"],
  strip: true,
  offered: (here) => here.folder !== undefined && mayCurate(here),
  dialog: ({ here: { folder }, close }) => (folder ? <FolderDialog folder={folder} onClose={close} /> : null),
};
