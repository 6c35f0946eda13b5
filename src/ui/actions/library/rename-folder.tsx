import { NameDialog } from "../../parts/command-dialogs";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";

export const renameFolder: Action<LibraryHere> = {
  id: "folder.rename",
  words: "Rename the folder",
  short: "rename folder",
  keys: ["Shift+r"],
  on: ["folder"],
  strip: true,
  offered: (here) => here.folder !== undefined && mayCurate(here),
  dialog: ({ here: { folder }, close }) =>
    folder ? (
      <NameDialog
        title={`Rename “${folder.name}”`}
        first={folder.name}
        action="Rename"
        command="rename-folder"
        input={(name) => ({ folderId: folder.id, name, seen: folder.version })}
        onClose={close}
      />
    ) : null,
};
