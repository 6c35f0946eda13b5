import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const MergeBranchDialog = later(
  async () => (await import("../../keeping/move-branch-dialog")).MergeBranchDialog,
);

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
