import { MergeBranchDialog } from "../../keeping/move-branch-dialog";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";

export const mergeTag: Action<LibraryHere> = {
  id: "tag.merge",
  words: "Merge the tag into another",
  short: "merge tag",
  keys: ["Shift+u"],
  on: ["tag"],
  strip: true,
  offered: (here) => here.tag !== undefined && mayCurate(here),
  dialog: ({ here: { tag }, close }) =>
    tag ? <MergeBranchDialog noun="tag" row={tag} onClose={close} /> : null,
};
