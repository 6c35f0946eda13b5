import { count } from "@/core/library/words";
import { markCommand } from "../../keeping/mark-command";
import type { Action } from "../action";
import { ownList, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const ConfirmDialog = later(async () => (await import("../../parts/command-dialogs")).ConfirmDialog);

export const emptyList: Action<LibraryHere> = {
  id: "list.empty",
  words: "Empty the list",
  keys: ["Shift+x"],
  on: ["list"],
  offered: (here) => ownList(here) && here.placeIds.length > 0,
  dialog: ({ here: { list, placeIds }, close }) =>
    list ? (
      <ConfirmDialog
        title={`Empty “${list.name}”`}
        action="Empty the list"
        command={markCommand(list)}
        input={{ listId: list.id, cardIds: [...placeIds], on: false }}
        onClose={close}
      >
        {`${count(placeIds.length, "card")} come off the list and stay where they are. It can be taken back.`}
      </ConfirmDialog>
    ) : null,
};
