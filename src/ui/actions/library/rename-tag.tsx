import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const NameDialog = later(async () => (await import("../../parts/command-dialogs")).NameDialog);

export const renameTag: Action<LibraryHere> = {
  id: "tag.rename",
  words: "Rename the tag",
  short: "rename tag",
  keys: ["Shift+r"],
  on: ["tag"],
  strip: true,
  offered: (here) => here.tag !== undefined && mayCurate(here),
  dialog: ({ here: { tag }, close }) =>
    tag ? (
      <NameDialog
        title={`Rename “${tag.name}”`}
        first={tag.name}
        action="Rename"
        command="rename-tag"
        input={(name) => ({ tagId: tag.id, name, seen: tag.version })}
        onClose={close}
      />
    ) : null,
};
