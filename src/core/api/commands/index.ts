import { layTimeline } from "./lay-timeline";
import { completeTimeline } from "./complete-timeline";
import { createFolder } from "./create-folder";
import { moveFolder } from "./move-folder";
import { removeFolder } from "./remove-folder";
import { keepCard } from "./keep-card";
import { reviseCard } from "./revise-card";
import { eraseCards } from "./erase-cards";
import { editCard } from "./edit-card";
import { pinCard } from "./pin-card";
import { proveCard } from "./prove-card";
import { importCard } from "./import-card";
import { copyCards } from "./copy-cards";
import { copyMarks } from "./copy-marks";
import { renameCards } from "./rename-cards";
import { offerCard } from "./offer-card";
import { answerProposal } from "./answer-proposal";
import { dropProposal } from "./drop-proposal";
import { moveCards } from "./move-cards";
import { withdrawCards } from "./withdraw-cards";
import { joinVariants } from "./join-variants";
import { partVariants } from "./part-variants";
import { editFolder } from "./edit-folder";
import { mergeFolders } from "./merge-folders";
import { createTag } from "./create-tag";
import { renameTag } from "./rename-tag";
import { moveTag } from "./move-tag";
import { removeTag } from "./remove-tag";
import { mergeTags } from "./merge-tags";
import { tagCards } from "./tag-cards";
import { fileCards } from "./file-cards";
import { tidy } from "./tidy";
import { tidyOwn } from "./tidy-own";
import { keepList } from "./keep-list";
import { keepTeamList } from "./keep-team-list";
import { removeList } from "./remove-list";
import { removeTeamList } from "./remove-team-list";
import { markCards } from "./mark-cards";
import { markTeamCards } from "./mark-team-cards";
import { placeMarked } from "./place-marked";
import { placeTeamMarked } from "./place-team-marked";
import { rateCards } from "./rate-cards";
import { hide } from "./hide";
import { setAlias } from "./set-alias";
import { removeAlias } from "./remove-alias";
import { bindKey } from "./bind-key";
import { setKeys } from "./set-keys";
import { setDefault } from "./set-default";
import { keepSearch } from "./keep-search";
import { removeSearch } from "./remove-search";
import { keepTeamSearch } from "./keep-team-search";
import { removeTeamSearch } from "./remove-team-search";
import { createSession } from "./create-session";
import { editSession } from "./edit-session";
import { duplicateSession } from "./duplicate-session";
import { removeSession } from "./remove-session";
import { addTargets } from "./add-targets";
import { addGroup } from "./add-group";
import { editTarget } from "./edit-target";
import { moveTargets } from "./move-targets";
import { removeTargets } from "./remove-targets";
import { applyCard } from "./apply-card";
import { applyDraft } from "./apply-draft";
import { carryOver } from "./carry-over";
import { applyPicks } from "./apply-picks";
import { runRoutine } from "./run-routine";
import { renderInPlace } from "./render-in-place";
import { bringBack } from "./bring-back";
import { cutTargets } from "./cut-targets";
import { removeRoutine } from "./remove-routine";
import { keepRoutine } from "./keep-routine";
import { setChain } from "./set-chain";
import { setChains } from "./set-chains";
import { updatePins } from "./update-pins";
import { changeRole } from "./change-role";
import { removeMember } from "./remove-member";
import { leaveLibrary } from "./leave-library";
import type { CommandShape } from "../command";

/** Every change that can be made to a library. */
export const commandShapes = [
  createFolder,
  moveFolder,
  removeFolder,
  keepCard,
  reviseCard,
  editCard,
  pinCard,
  proveCard,
  importCard,
  copyCards,
  copyMarks,
  renameCards,
  offerCard,
  answerProposal,
  dropProposal,
  moveCards,
  withdrawCards,
  eraseCards,
  joinVariants,
  partVariants,
  editFolder,
  mergeFolders,
  createTag,
  renameTag,
  moveTag,
  removeTag,
  mergeTags,
  tagCards,
  fileCards,
  tidy,
  tidyOwn,
  keepList,
  keepTeamList,
  removeList,
  removeTeamList,
  markCards,
  markTeamCards,
  placeMarked,
  placeTeamMarked,
  rateCards,
  hide,
  setAlias,
  removeAlias,
  bindKey,
  setKeys,
  setDefault,
  keepSearch,
  removeSearch,
  keepTeamSearch,
  removeTeamSearch,
  createSession,
  editSession,
  duplicateSession,
  removeSession,
  layTimeline,
  completeTimeline,
  addTargets,
  addGroup,
  editTarget,
  moveTargets,
  removeTargets,
  applyCard,
  applyDraft,
  carryOver,
  applyPicks,
  runRoutine,
  renderInPlace,
  bringBack,
  cutTargets,
  removeRoutine,
  keepRoutine,
  setChain,
  setChains,
  updatePins,
  changeRole,
  removeMember,
  leaveLibrary,
] as const;

type Shape = (typeof commandShapes)[number];
export type CommandName = Shape["name"];
type Types<N extends CommandName> = NonNullable<Extract<Shape, CommandShape<N>>["types"]>;
/** What a command takes. */
export type InputOf<N extends CommandName> = Parameters<Types<N>>[0];
/** What comes of a command besides its change. */
export type ResultOf<N extends CommandName> = ReturnType<Types<N>>;

/** The command of that name. */
export const shapeOf = (name: CommandName): Shape => commandShapes.find((shape) => shape.name === name)!;
