import type { CommandName, InputOf, ResultOf } from "@/core/api/commands";
import type { Command } from "../command";
import { Refusal } from "../refusal";
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
import { layTimeline } from "./lay-timeline";
import { completeTimeline } from "./complete-timeline";
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

/** Every change that can be made to a library, with what carries it out. */
const carriedOut: { readonly [N in CommandName]: Command<N, InputOf<N>, ResultOf<N>> } = {
  "create-folder": createFolder,
  "move-folder": moveFolder,
  "remove-folder": removeFolder,
  "keep-card": keepCard,
  "revise-card": reviseCard,
  "edit-card": editCard,
  "pin-card": pinCard,
  "prove-card": proveCard,
  "import-card": importCard,
  "copy-cards": copyCards,
  "copy-marks": copyMarks,
  "rename-cards": renameCards,
  "offer-card": offerCard,
  "answer-proposal": answerProposal,
  "drop-proposal": dropProposal,
  "move-cards": moveCards,
  "withdraw-cards": withdrawCards,
  "erase-cards": eraseCards,
  "join-variants": joinVariants,
  "part-variants": partVariants,
  "edit-folder": editFolder,
  "merge-folders": mergeFolders,
  "create-tag": createTag,
  "rename-tag": renameTag,
  "move-tag": moveTag,
  "remove-tag": removeTag,
  "merge-tags": mergeTags,
  "tag-cards": tagCards,
  "file-cards": fileCards,
  tidy,
  "tidy-own": tidyOwn,
  "keep-list": keepList,
  "keep-team-list": keepTeamList,
  "remove-list": removeList,
  "remove-team-list": removeTeamList,
  "mark-cards": markCards,
  "mark-team-cards": markTeamCards,
  "place-marked": placeMarked,
  "place-team-marked": placeTeamMarked,
  "rate-cards": rateCards,
  hide,
  "set-alias": setAlias,
  "remove-alias": removeAlias,
  "bind-key": bindKey,
  "set-keys": setKeys,
  "set-default": setDefault,
  "keep-search": keepSearch,
  "remove-search": removeSearch,
  "keep-team-search": keepTeamSearch,
  "remove-team-search": removeTeamSearch,
  "create-session": createSession,
  "edit-session": editSession,
  "duplicate-session": duplicateSession,
  "remove-session": removeSession,
  "add-targets": addTargets,
  "lay-timeline": layTimeline,
  "complete-timeline": completeTimeline,
  "add-group": addGroup,
  "edit-target": editTarget,
  "move-targets": moveTargets,
  "remove-targets": removeTargets,
  "apply-card": applyCard,
  "apply-draft": applyDraft,
  "carry-over": carryOver,
  "apply-picks": applyPicks,
  "run-routine": runRoutine,
  "render-in-place": renderInPlace,
  "bring-back": bringBack,
  "cut-targets": cutTargets,
  "remove-routine": removeRoutine,
  "keep-routine": keepRoutine,
  "set-chain": setChain,
  "set-chains": setChains,
  "update-pins": updatePins,
  "change-role": changeRole,
  "remove-member": removeMember,
  "leave-library": leaveLibrary,
};

export const commands: readonly Command[] = Object.values(carriedOut);

/** The command of that name; refuses an unknown one. */
export function findCommand(name: string): Command {
  const command = commands.find((c) => c.name === name);
  if (!command) throw new Refusal(404, "no-command", `There is no command “${name}”.`);
  return command;
}
