import { may } from "@/core/library/roles";
import type { Action } from "../action";
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

/** Hides the open folder or tag, or shows it again. */
export const hideBranch: Action<LibraryHere> = {
  id: "library.hide-branch",
  words: (here) =>
    isHidden(here) ? `Show ${sayBranch(here)} again` : `Hide ${sayBranch(here)} from yourself`,
  keys: ["Shift+h"],
  on: ["folder", "tag"],
  offered: (here) => branchId(here) !== undefined && may(here.role, "own"),
  run: (here) => here.act("hide", { ...branchId(here)!, on: !isHidden(here) }),
};
