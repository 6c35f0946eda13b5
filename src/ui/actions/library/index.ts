import { line, type ActionPlace } from "../action";
import { doAgain } from "../shared/do-again";
import { giveAlias } from "../shared/give-alias";
import { giveKey } from "../shared/give-key";
import { beginWith } from "../shared/begin-with";
import { makeDefault } from "../shared/make-default";
import { mark } from "../shared/mark";
import { markFirst } from "../shared/mark-first";
import { rate } from "./rate";
import { queryHelp } from "../shared/query-help";
import { selectAll } from "../shared/select-all";
import { takeBack } from "../shared/take-back";
import { file } from "./file";
import { alsoFile } from "./also-file";
import { copy } from "./copy";
import { copyMarks } from "./copy-marks";
import { branchDown, branchUp } from "./branch-order";
import { changeList } from "./change-list";
import { emptyList } from "./empty-list";
import { filter } from "./filter";
import { hidden } from "./hidden";
import { hide } from "./hide";
import { hideBranch } from "./hide-branch";
import { hideMaker } from "./hide-maker";
import { mergeFolder } from "./merge-folder";
import { mergeTag } from "./merge-tag";
import { moveTag } from "./move-tag";
import { offer } from "./offer";
import { offers } from "./offers";
import { historyOf, historyOfBranch } from "./history";
import { note } from "./note";
import { turn } from "./turn";
import { view } from "./view";
import { newList } from "./new-list";
import { newTag } from "./new-tag";
import { listHigher, listLower } from "./place-in-list";
import { removeList } from "./remove-list";
import { removeTag } from "./remove-tag";
import { renameTag } from "./rename-tag";
import { tagCards } from "./tag-cards";
import { folderAlias } from "./folder-alias";
import { folderKey } from "./folder-key";
import type { LibraryHere } from "./here";
import { importCards } from "./import";
import { joinVariants } from "./join-variants";
import { folderPicture } from "./folder-picture";
import { madeFor } from "./made-for";
import { maker } from "./maker";
import { partVariants } from "./part-variants";
import { moveFolder } from "./move-folder";
import { newFolder } from "./new-folder";
import { removeFolder } from "./remove-folder";
import { renameFolder } from "./rename-folder";
import { rename } from "./rename";
import { changeSearch } from "./change-search";
import { leaveOut } from "./leave-out";
import { keepSearch } from "./keep-search";
import { placeHigher, placeLower } from "./place-in-search";
import { removeSearch } from "./remove-search";
import { searchAlias } from "./search-alias";
import { searchKey } from "./search-key";
import { tryCard, without } from "./try";
import { toDesk } from "./to-desk";
import { toBench } from "./to-bench";
import { erase } from "./erase";
import { withdraw } from "./withdraw";

export const libraryPlace: ActionPlace<LibraryHere> = {
  title: "Library",
  actions: [
    filter,
    keepSearch,
    leaveOut,
    tryCard,
    without,
    toBench,
    line,
    mark,
    markFirst,
    rate,
    line,
    giveKey,
    giveAlias,
    makeDefault,
    beginWith,
    line,
    rename,
    note,
    maker,
    madeFor,
    folderPicture,
    joinVariants,
    partVariants,
    line,
    file,
    alsoFile,
    tagCards,
    toDesk,
    copy,
    copyMarks,
    offer,
    offers,
    line,
    hide,
    importCards,
    withdraw,
    erase,
    line,
    takeBack,
    doAgain,
    newFolder,
    renameFolder,
    moveFolder,
    mergeFolder,
    removeFolder,
    newTag,
    renameTag,
    moveTag,
    mergeTag,
    removeTag,
    line,
    branchUp,
    branchDown,
    turn,
    hideBranch,
    line,
    newList,
    changeList,
    emptyList,
    listHigher,
    listLower,
    removeList,
    line,
    folderAlias,
    folderKey,
    line,
    changeSearch,
    searchAlias,
    searchKey,
    placeHigher,
    placeLower,
    removeSearch,
    line,
    hideMaker,
    hidden,
    view,
    line,
    historyOf,
    historyOfBranch,
    queryHelp,
    selectAll,
  ],
};
