import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const NameDialog = later(async () => (await import("../../parts/command-dialogs")).NameDialog);

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
