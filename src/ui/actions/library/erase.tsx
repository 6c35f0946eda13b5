import { may } from "@/core/library/roles";
import { count } from "@/core/library/words";
import type { Action } from "../action";
import { what, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const ConfirmDialog = later(async () => (await import("../../parts/command-dialogs")).ConfirmDialog);

/** For owners: what was withdrawn goes for good. */
export const erase: Action<LibraryHere> = {
  id: "library.erase",
  words: (here) => `Erase ${what(here)} for good`,
  short: "erase",
  keys: ["Alt+Delete"],
  on: ["card"],
  offered: ({ role, selected }) =>
    may(role, "govern") &&
    selected.length > 0 &&
    selected.every(({ withdrawn, layer }) => withdrawn && layer === "team"),
  dialog: ({ here, close }) => (
    <ConfirmDialog
      title={`Erase ${what(here)} for good?`}
      action="Erase for good"
      command="erase-cards"
      input={{ cardIds: here.selected.map(({ id }) => id) }}
      onClose={() => close()}
    >
      {`${count(here.selected.length, "withdrawn card")} with all versions, from the history, and from everybody's lists, aliases and keys; files that nothing else uses go too. What they were put on keeps its settings. This is the one thing that cannot be taken back.`}
    </ConfirmDialog>
  ),
};
