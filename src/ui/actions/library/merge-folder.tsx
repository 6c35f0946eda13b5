import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const MergeBranchDialog = later(
  async () => (await import("../../keeping/move-branch-dialog")).MergeBranchDialog,
);

export const mergeFolder: Action<LibraryHere> = {
  id: "folder.merge",
  words: "Merge the folder into another",
  keys: ["Shift+u"],
  on: ["folder"],
  offered: (here) => here.folder !== undefined && mayCurate(here),
  dialog: ({ here: { folder }, close }) =>
    folder ? <MergeBranchDialog noun="folder" row={folder} onClose={close} /> : null,
};
