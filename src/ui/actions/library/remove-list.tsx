import type { Action } from "../action";
import { ownList, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const ConfirmDialog = later(async () => (await import("../../parts/command-dialogs")).ConfirmDialog);

export const removeList: Action<LibraryHere> = {
  id: "list.remove",
  words: "Remove the list",
  keys: ["Shift+Delete"],
  on: ["list"],
  offered: ownList,
  dialog: ({ here: { list }, close }) =>
    list ? (
      <ConfirmDialog
        title={`Remove “${list.name}”`}
        action="Remove the list"
        command={list.ownerId === null ? "remove-team-list" : "remove-list"}
        input={{ listId: list.id }}
        onClose={close}
      >
        Only the list goes; its cards stay where they are. It can be taken back.
      </ConfirmDialog>
    ) : null,
};
