import type { Action } from "../action";
import { keptSearch, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const KeyDialog = later(async () => (await import("../../parts/card-dialogs")).KeyDialog);

export const searchKey: Action<LibraryHere> = {
  id: "search.key",
  words: "Give the search a key on the bench",
  keys: ["Shift+g"],
  on: ["search"],
  offered: keptSearch,
  dialog: ({ here: { search }, close }) =>
    search ? (
      <KeyDialog name={search.name} of={{ searchId: search.id }} does="opens it" onClose={close} />
    ) : null,
};
