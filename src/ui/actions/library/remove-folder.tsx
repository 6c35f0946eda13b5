import { pathOf } from "@/core/library/tree";
import { ConfirmDialog } from "../../parts/command-dialogs";
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
      <ConfirmDialog
        title={`Remove “${folder.name}”`}
        action="Remove the folder"
        command="remove-folder"
        input={{ folderId: folder.id, seen: folder.version }}
        onClose={close}
      >
        {`Only the folder goes. What lies in it moves to ${pathOf(replica.folder, folder.parentId) || "the top, its cards to Unfiled"}. It can be taken back.`}
      </ConfirmDialog>
    ) : null,
};
