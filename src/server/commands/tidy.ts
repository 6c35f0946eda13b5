import { tidy as shape, tidied } from "@/core/api/commands/tidy";
import { carryOut } from "../command";
import { together } from "../together";
import { createFolder } from "./create-folder";
import { editCard } from "./edit-card";
import { fileCards } from "./file-cards";
import { markTeamCards } from "./mark-team-cards";
import { mergeFolders } from "./merge-folders";
import { mergeTags } from "./merge-tags";
import { moveCards } from "./move-cards";
import { removeFolder } from "./remove-folder";
import { tagCards } from "./tag-cards";
import { withdrawCards } from "./withdraw-cards";

export const tidy = carryOut(
  shape,
  together(tidied, {
    "create-folder": createFolder,
    "move-cards": moveCards,
    "file-cards": fileCards,
    "tag-cards": tagCards,
    "edit-card": editCard,
    "withdraw-cards": withdrawCards,
    "mark-team-cards": markTeamCards,
    "merge-folders": mergeFolders,
    "merge-tags": mergeTags,
    "remove-folder": removeFolder,
  }),
);
