import { pathOf } from "@/core/library/tree";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const ConfirmDialog = later(async () => (await import("../../parts/command-dialogs")).ConfirmDialog);

export const removeTag: Action<LibraryHere> = {
  id: "tag.remove",
  words: "Remove the tag",
  keys: ["Shift+Delete"],
  on: ["tag"],
  offered: (here) => here.tag !== undefined && mayCurate(here),
  dialog: ({ here: { tag, replica }, close }) =>
    tag ? (
      <ConfirmDialog
        title={`Remove “${tag.name}”`}
        action="Remove the tag"
        command="remove-tag"
        input={{ tagId: tag.id, seen: tag.version }}
        onClose={close}
      >
        {tag.parentId === null
          ? "Cards that have it lose it; tags below it move to the top. It can be taken back."
          : `Cards that have it keep ${pathOf(replica.tag, tag.parentId)}; tags below it move there. It can be taken back.`}
      </ConfirmDialog>
    ) : null,
};
