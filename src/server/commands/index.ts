import type { Command } from "../command";
import { Refusal } from "../refusal";
import { addGroup } from "./add-group";
import { addTargets } from "./add-targets";
import { applyCard } from "./apply-card";
import { bindKey } from "./bind-key";
import { changeRole } from "./change-role";
import { createFolder } from "./create-folder";
import { createSession } from "./create-session";
import { duplicateSession } from "./duplicate-session";
import { editCard } from "./edit-card";
import { editTarget } from "./edit-target";
import { importCard } from "./import-card";
import { keepCard } from "./keep-card";
import { leaveLibrary } from "./leave-library";
import { markFavourite } from "./mark-favourite";
import { moveCards } from "./move-cards";
import { moveFolder } from "./move-folder";
import { moveTargets } from "./move-targets";
import { removeAlias } from "./remove-alias";
import { removeFolder } from "./remove-folder";
import { removeMember } from "./remove-member";
import { removeSession } from "./remove-session";
import { removeTargets } from "./remove-targets";
import { renameFolder } from "./rename-folder";
import { editSession } from "./edit-session";
import { pinCard } from "./pin-card";
import { proveCard } from "./prove-card";
import { reviseCard } from "./revise-card";
import { setAlias } from "./set-alias";
import { setChain } from "./set-chain";
import { updatePins } from "./update-pins";
import { withdrawCards } from "./withdraw-cards";

/** Every change that can be made to a library. */
export const commands: readonly Command[] = [
  createFolder,
  renameFolder,
  moveFolder,
  removeFolder,
  keepCard,
  reviseCard,
  editCard,
  pinCard,
  proveCard,
  importCard,
  moveCards,
  withdrawCards,
  setAlias,
  removeAlias,
  markFavourite,
  bindKey,
  createSession,
  editSession,
  duplicateSession,
  removeSession,
  addTargets,
  addGroup,
  editTarget,
  moveTargets,
  removeTargets,
  applyCard,
  setChain,
  updatePins,
  changeRole,
  removeMember,
  leaveLibrary,
];

/** The command of that name; refuses an unknown one. */
export function findCommand(name: string): Command {
  const command = commands.find((c) => c.name === name);
  if (!command) throw new Refusal(404, "no-command", `There is no command “${name}”.`);
  return command;
}
