import type { ActionPlace } from "../action";
import { doAgain } from "../shared/do-again";
import { giveAlias } from "../shared/give-alias";
import { giveKey } from "../shared/give-key";
import { makeDefault } from "../shared/make-default";
import { markFavourite } from "../shared/mark-favourite";
import { queryHelp } from "../shared/query-help";
import { selectAll } from "../shared/select-all";
import { takeBack } from "../shared/take-back";
import { file } from "./file";
import { filter } from "./filter";
import { folderAlias } from "./folder-alias";
import { folderKey } from "./folder-key";
import type { LibraryHere } from "./here";
import { importCards } from "./import";
import { joinVariants } from "./join-variants";
import { madeFor } from "./made-for";
import { maker } from "./maker";
import { partVariants } from "./part-variants";
import { moveFolder } from "./move-folder";
import { newFolder } from "./new-folder";
import { removeFolder } from "./remove-folder";
import { renameFolder } from "./rename-folder";
import { rename } from "./rename";
import { changeSearch } from "./change-search";
import { keepSearch } from "./keep-search";
import { placeHigher, placeLower } from "./place-in-search";
import { removeSearch } from "./remove-search";
import { searchAlias } from "./search-alias";
import { searchKey } from "./search-key";
import { toBench } from "./to-bench";
import { withdraw } from "./withdraw";

export const libraryPlace: ActionPlace<LibraryHere> = {
  title: "Library",
  actions: [
    filter,
    markFavourite,
    giveKey,
    giveAlias,
    makeDefault,
    rename,
    maker,
    madeFor,
    joinVariants,
    partVariants,
    file,
    importCards,
    withdraw,
    takeBack,
    doAgain,
    newFolder,
    renameFolder,
    moveFolder,
    removeFolder,
    folderAlias,
    folderKey,
    keepSearch,
    changeSearch,
    searchAlias,
    searchKey,
    placeHigher,
    placeLower,
    removeSearch,
    queryHelp,
    toBench,
    selectAll,
  ],
};
