import { may } from "@/core/library/roles";
import { SearchDialog } from "../../library/search-dialog";
import type { Action } from "../action";
import type { LibraryHere } from "./here";

export const keepSearch: Action<LibraryHere> = {
  id: "search.keep",
  words: ({ typed }) => (typed.trim() ? `Keep the search “${typed.trim()}”` : "Make a search"),
  short: "keep search",
  keys: ["s"],
  strip: true,
  offered: ({ role }) => may(role, "own"),
  dialog: ({ here, close }) => (
    <SearchDialog
      query={here.typed.trim()}
      onClose={(id) => {
        if (id !== undefined) here.openSearch(id);
        close();
      }}
    />
  ),
};
