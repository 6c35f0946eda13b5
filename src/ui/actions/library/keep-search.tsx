import { pathOf } from "@/core/library/tree";
import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { LibraryHere } from "./here";
import { later } from "../../parts/later";

const SearchDialog = later(async () => (await import("../../library/search-dialog")).SearchDialog);

/** A value of a field as a query has it, whatever stands in it. */
const quoted = (text: string) => `"${text.replaceAll('"', "")}"`;

/** What is on the screen as a query: the place that is open, and what is typed within it. */
export function shownQuery({
  typed,
  folder,
  tag,
  list,
  search,
  replica,
}: Pick<LibraryHere, "typed" | "folder" | "tag" | "list" | "search" | "replica">): string {
  const place = folder
    ? `in:${quoted(pathOf(replica.folder, folder.id).replaceAll(" / ", "/"))}`
    : tag
      ? `tag:${quoted(tag.name)}`
      : list
        ? `list:${quoted(list.name)}`
        : search
          ? `(${search.query})`
          : "";
  const words = typed.trim();
  // Beside a place OR would reach beyond it.
  const within = place && / OR /.test(words) ? `(${words})` : words;
  return words === "" ? "" : [place, within].filter(Boolean).join(" ");
}

export const keepSearch: Action<LibraryHere> = {
  id: "search.keep",
  words: (here) => (here.typed.trim() ? `Keep the search “${shownQuery(here)}”` : "Make a search"),
  short: "keep search",
  // The second while one types the filter.
  keys: ["s", "Alt+s"],
  strip: true,
  offered: ({ role }) => may(role, "own"),
  dialog: ({ here, close }) => (
    <SearchDialog
      query={shownQuery(here)}
      onClose={(id) => {
        if (id !== undefined) here.open({ kind: "search", id });
        close();
      }}
    />
  ),
};
