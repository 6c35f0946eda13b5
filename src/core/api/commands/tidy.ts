import { command } from "../command";
import { createFolder } from "./create-folder";
import { editCard } from "./edit-card";
import { fileCards } from "./file-cards";
import { mergeFolders } from "./merge-folders";
import { mergeTags } from "./merge-tags";
import { markTeamCards } from "./mark-team-cards";
import { moveCards } from "./move-cards";
import { removeFolder } from "./remove-folder";
import { tagCards } from "./tag-cards";
import { tidyInput, type Tidy } from "./tidy-input";
import { withdrawCards } from "./withdraw-cards";

/** What it can carry out. */
export const tidied = [
  createFolder,
  moveCards,
  fileCards,
  tagCards,
  editCard,
  withdrawCards,
  markTeamCards,
  mergeFolders,
  mergeTags,
  removeFolder,
] as const;

/** Several changes to the library that belong together, as one that is taken back in one step. */
export const tidy = command<Tidy>()({
  name: "tidy",
  right: "curate",
  stream: "library",
  input: tidyInput(tidied),
});
