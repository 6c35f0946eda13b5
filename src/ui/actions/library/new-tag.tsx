import type { Action } from "../action";
import { mayKeep, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const NameDialog = later(async () => (await import("../../parts/command-dialogs")).NameDialog);

export const newTag: Action<LibraryHere> = {
  id: "tag.new",
  words: ({ tag }) => (tag ? `New tag below “${tag.name}”` : "New tag"),
  short: "new tag",
  keys: ["Shift+t"],
  on: ["tag"],
  offered: mayKeep,
  dialog: ({ here: { tag }, close }) => (
    <NameDialog
      title={tag ? `New tag below “${tag.name}”` : "New tag"}
      first=""
      action="Make"
      command="create-tag"
      input={(name) => ({ parentId: tag?.id ?? null, name })}
      onClose={close}
    />
  ),
};
