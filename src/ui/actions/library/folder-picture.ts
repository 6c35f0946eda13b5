import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";

/** The folder that the chosen card lies in. */
const home = ({ card, replica }: LibraryHere) =>
  card === undefined || card.folderId === null ? undefined : replica.folder.get(card.folderId);

export const folderPicture: Action<LibraryHere> = {
  id: "library.folder-picture",
  words: (here) =>
    home(here)?.pictureOf === here.card?.id
      ? `Take the card's picture off “${home(here)?.name}”`
      : `The card's picture for “${home(here)?.name}”`,
  short: "folder's picture",
  keys: ["Shift+f"],
  on: ["card"],
  offered: (here) =>
    here.card !== undefined && here.card.keptOn !== null && home(here) !== undefined && mayCurate(here),
  run: (here) => {
    const { card, act } = here;
    const folder = home(here);
    if (!card || !folder) return;
    void act("edit-folder", {
      folderId: folder.id,
      pictureOf: folder.pictureOf === card.id ? null : card.id,
    });
  },
};
