import type { Action } from "../action";
import { keptSearch, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const AliasDialog = later(async () => (await import("../../parts/card-dialogs")).AliasDialog);

export const searchAlias: Action<LibraryHere> = {
  id: "search.alias",
  words: "Give the search an alias",
  keys: ["Shift+a"],
  on: ["search"],
  offered: keptSearch,
  dialog: ({ here: { search }, close }) =>
    search ? <AliasDialog name={search.name} of={{ searchId: search.id }} onClose={close} /> : null,
};
