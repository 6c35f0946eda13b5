import { pathOf } from "@/core/library/tree";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const RemoveFolderDialog = later(
  async () => (await import("../../keeping/remove-folder-dialog")).RemoveFolderDialog,
);

export const removeFolder: Action<LibraryHere> = {
  id: "folder.remove",
  words: "Remove the folder",
  keys: ["Shift+Delete"],
  on: ["folder"],
  offered: (here) => here.folder !== undefined && mayCurate(here),
  dialog: ({ here: { folder, replica }, close }) =>
    folder ? (
      <RemoveFolderDialog folder={folder} above={pathOf(replica.folder, folder.parentId)} onClose={close} />
    ) : null,
};
