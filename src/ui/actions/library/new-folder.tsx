import { NameDialog } from "../../parts/command-dialogs";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";

export const newFolder: Action<LibraryHere> = {
  id: "folder.new",
  words: ({ folder }) => (folder ? `New folder in “${folder.name}”` : "New folder"),
  short: "new folder",
  keys: ["Shift+n"],
  on: ["folder"],
  strip: true,
  offered: mayCurate,
  dialog: ({ here: { folder }, close }) => (
    <NameDialog
      title={folder ? `New folder in “${folder.name}”` : "New folder"}
      first=""
      action="Make"
      command="create-folder"
      input={(name) => ({ parentId: folder?.id ?? null, name })}
      onClose={close}
    />
  ),
};
