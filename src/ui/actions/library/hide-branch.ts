import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { LibraryPlace } from "../../state/places";
import type { LibraryHere } from "./here";

const branchId = ({ folder, tag }: LibraryHere) =>
  folder ? { folderId: folder.id } : tag && { tagId: tag.id };

const isHidden = (here: LibraryHere) =>
  [...here.replica.hiding.values()].some(
    ({ folderId, tagId }) =>
      (here.folder !== undefined && folderId === here.folder.id) ||
      (here.tag !== undefined && tagId === here.tag.id),
  );

const sayBranch = ({ folder, tag }: LibraryHere) =>
  folder ? `the folder “${folder.name}”` : `the tag “${tag?.name}”`;

/** Where one stands once the open folder or tag is hidden: in what it lies in. */
const above = ({ folder, tag }: LibraryHere): LibraryPlace => {
  const parentId = (folder ?? tag)?.parentId ?? null;
  return parentId === null ? { kind: "all" } : { kind: folder ? "folder" : "tag", id: parentId };
};

/** Hides the open folder or tag, or shows it again. */
export const hideBranch: Action<LibraryHere> = {
  id: "library.hide-branch",
  words: (here) =>
    isHidden(here) ? `Show ${sayBranch(here)} again` : `Hide ${sayBranch(here)} from yourself`,
  keys: ["Shift+h"],
  on: ["folder", "tag"],
  offered: (here) => branchId(here) !== undefined && may(here.role, "own"),
  async run(here) {
    const on = !isHidden(here);
    const done = await here.act("hide", { ...branchId(here)!, on });
    if (done && on) here.open(above(here));
  },
};
