import type { Action } from "../action";
import { ownSearch, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const SearchDialog = later(async () => (await import("../../library/search-dialog")).SearchDialog);

export const changeSearch: Action<LibraryHere> = {
  id: "search.change",
  words: "Change the search",
  short: "change search",
  keys: ["e"],
  on: ["search"],
  strip: true,
  offered: ownSearch,
  dialog: ({ here, close }) =>
    here.search ? <SearchDialog search={here.search} onClose={() => close()} /> : null,
};
