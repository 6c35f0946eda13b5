import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const TurnDialog = later(async () => (await import("../../keeping/turn-dialog")).TurnDialog);

/** Folders into tags, or tags into folders. */
export const turn: Action<LibraryHere> = {
  id: "library.turn",
  words: ({ folder, tag }) =>
    folder
      ? `Make tags of “${folder.name}” and what lies below`
      : `Make folders of “${tag?.name}” and what lies below`,
  keys: ["Shift+w"],
  on: ["folder", "tag"],
  offered: (here) => mayCurate(here) && (here.folder ?? here.tag) !== undefined,
  dialog: ({ here: { folder, tag }, close }) =>
    folder ? (
      <TurnDialog of="folder" id={folder.id} name={folder.name} onClose={close} />
    ) : tag ? (
      <TurnDialog of="tag" id={tag.id} name={tag.name} onClose={close} />
    ) : null,
};
