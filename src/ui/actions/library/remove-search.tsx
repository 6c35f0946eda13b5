import type { Action } from "../action";
import { ownSearch, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const ConfirmDialog = later(async () => (await import("../../parts/command-dialogs")).ConfirmDialog);

export const removeSearch: Action<LibraryHere> = {
  id: "search.remove",
  words: "Remove the search",
  keys: ["Shift+e"],
  on: ["search"],
  offered: ownSearch,
  dialog: ({ here: { search }, close }) =>
    search?.kept ? (
      <ConfirmDialog
        title={`Remove “${search.name}”`}
        action="Remove the search"
        command={search.kept.ownerId === null ? "remove-team-search" : "remove-search"}
        input={{ searchId: search.id }}
        onClose={close}
      >
        Only the search goes; its cards stay where they are. It can be taken back.
      </ConfirmDialog>
    ) : null,
};
