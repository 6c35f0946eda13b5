import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const MoveBranchDialog = later(
  async () => (await import("../../keeping/move-branch-dialog")).MoveBranchDialog,
);

export const moveTag: Action<LibraryHere> = {
  id: "tag.move",
  words: "Move the tag",
  keys: ["Shift+m"],
  on: ["tag"],
  offered: (here) => here.tag !== undefined && mayCurate(here),
  dialog: ({ here: { tag }, close }) =>
    tag ? <MoveBranchDialog noun="tag" row={tag} onClose={close} /> : null,
};
