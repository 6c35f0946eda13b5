import { moveFolder as shape } from "@/core/api/commands/move-folder";
import { carryOut } from "../command";
import { generateKeyBetween } from "fractional-indexing";
import { childFolders, folderNames, folderWithin } from "@/core/library/folders";
import { deepestFolder } from "@/core/text/names";
import { libraryFolders, refuseSameName } from "../folders";
import { Refusal } from "../refusal";
import { requireRow } from "../rows";

export const moveFolder = carryOut(shape, async (ledger, { folderId, parentId, beforeId = null, seen }) => {
  const moved = await requireRow(ledger, "folder", folderId, seen);
  if (parentId !== null) await requireRow(ledger, "folder", parentId);
  const folders = await libraryFolders(ledger);
  const inside = folderWithin(folders, folderId);
  if (parentId !== null && inside.has(parentId))
    throw new Refusal(409, "into-itself", `“${moved.name}” cannot be moved into itself.`, {
      field: "parentId",
      hint: "Choose a folder outside of it.",
    });
  const own = folderNames(folders, folderId).length;
  const height = Math.max(...Array.from(inside, (each) => folderNames(folders, each).length - own + 1));
  if (folderNames(folders, parentId).length + height > deepestFolder)
    throw new Refusal(400, "too-deep", `Folders lie at most ${deepestFolder} deep.`, { field: "parentId" });
  refuseSameName(childFolders(folders, parentId), moved.name, folderId);
  const siblings = childFolders(folders, parentId).filter((f) => f.id !== folderId);
  const at = beforeId === null ? siblings.length : siblings.findIndex((f) => f.id === beforeId);
  if (at < 0)
    throw new Refusal(409, "not-there", "The folder to put it before lies elsewhere now.", {
      field: "beforeId",
    });
  const position = generateKeyBetween(siblings[at - 1]?.position ?? null, siblings[at]?.position ?? null);
  await ledger.update("folder", folderId, { parentId, position });
  return { summary: `moved folder “${moved.name}”` };
});
