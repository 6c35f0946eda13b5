import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { LibraryHere } from "./here";
import { later } from "../../parts/later";

const KeyDialog = later(async () => (await import("../../parts/card-dialogs")).KeyDialog);

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
