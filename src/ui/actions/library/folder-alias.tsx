import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { LibraryHere } from "./here";
import { later } from "../../parts/later";

const AliasDialog = later(async () => (await import("../../parts/card-dialogs")).AliasDialog);

export const folderAlias: Action<LibraryHere> = {
  id: "folder.alias",
  words: "Give the folder an alias",
  keys: ["Shift+a"],
  on: ["folder"],
  offered: ({ folder, role }) => folder !== undefined && may(role, "own"),
  dialog: ({ here: { folder }, close }) =>
    folder ? <AliasDialog name={folder.name} of={{ folderId: folder.id }} onClose={close} /> : null,
};
