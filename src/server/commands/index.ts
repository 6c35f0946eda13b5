import type { Command } from "../command";
import { Refusal } from "../refusal";
import { applyCard } from "./apply-card";
import { bindKey } from "./bind-key";
import { createFolder } from "./create-folder";
import { editCard } from "./edit-card";
import { keepCard } from "./keep-card";
import { markFavourite } from "./mark-favourite";
import { moveCards } from "./move-cards";
import { moveFolder } from "./move-folder";
import { removeAlias } from "./remove-alias";
import { removeFolder } from "./remove-folder";
import { renameFolder } from "./rename-folder";
import { reviseCard } from "./revise-card";
import { setAlias } from "./set-alias";
import { setChain } from "./set-chain";
import { withdrawCards } from "./withdraw-cards";

/** Every change that can be made to a library. */
export const commands: readonly Command[] = [
  createFolder, renameFolder, moveFolder, removeFolder,
  keepCard, reviseCard, editCard, moveCards, withdrawCards,
  setAlias, removeAlias, markFavourite, bindKey,
  applyCard, setChain,
];

/** The command of that name; refuses an unknown one. */
export function findCommand(name: string): Command {
  const command = commands.find((c) => c.name === name);
  if (!command) throw new Refusal(404, "no-command", `There is no command “${name}”.`);
  return command;
}
