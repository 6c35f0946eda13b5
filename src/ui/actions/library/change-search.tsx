import { SearchDialog } from "../../library/search-dialog";
import type { Action } from "../action";
import { ownSearch, type LibraryHere } from "./here";

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
