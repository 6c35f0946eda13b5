import { MoveBranchDialog } from "../../keeping/move-branch-dialog";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";

export const moveTag: Action<LibraryHere> = {
  id: "tag.move",
  words: "Move the tag",
  keys: ["Shift+m"],
  on: ["tag"],
  offered: (here) => here.tag !== undefined && mayCurate(here),
  dialog: ({ here: { tag }, close }) =>
    tag ? <MoveBranchDialog noun="tag" row={tag} onClose={close} /> : null,
};
