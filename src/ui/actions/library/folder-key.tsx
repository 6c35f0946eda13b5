import { may } from "@/core/library/roles";
import { KeyDialog } from "../../parts/card-dialogs";
import type { Action } from "../action";
import type { LibraryHere } from "./here";

export const folderKey: Action<LibraryHere> = {
  id: "folder.key",
  words: "Give the folder a key",
  keys: ["Shift+g"],
  on: ["folder"],
  offered: ({ folder, role }) => folder !== undefined && may(role, "own"),
  dialog: ({ here: { folder }, close }) =>
    folder ? (
      <KeyDialog name={folder.name} of={{ folderId: folder.id }} does="opens it" onClose={close} />
    ) : null,
};
