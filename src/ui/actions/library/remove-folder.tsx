import { pathOf } from "@/core/library/tree";
import { RemoveFolderDialog } from "../../keeping/remove-folder-dialog";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";

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
