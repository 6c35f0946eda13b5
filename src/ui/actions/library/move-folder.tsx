import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const MoveBranchDialog = later(
  async () => (await import("../../keeping/move-branch-dialog")).MoveBranchDialog,
);

export const moveFolder: Action<LibraryHere> = {
  id: "folder.move",
  words: "Move the folder",
  keys: ["Shift+m"],
  on: ["folder"],
  offered: (here) => here.folder !== undefined && mayCurate(here),
  dialog: ({ here: { folder }, close }) =>
    folder ? <MoveBranchDialog noun="folder" row={folder} onClose={close} /> : null,
};
