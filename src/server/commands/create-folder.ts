import { createFolder as shape } from "@/core/api/commands/create-folder";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { childFolders } from "@/core/library/folders";
import { lastPlace, libraryFolders, refuseSameName } from "../folders";
import { requireRow } from "../rows";

export const createFolder = carryOut(shape, async (ledger, { parentId, name }) => {
  if (parentId !== null) await requireRow(ledger, "folder", parentId);
  const folders = await libraryFolders(ledger);
  refuseSameName(folders, parentId, name);
  const position = lastPlace(childFolders(folders, parentId));
  const row = await ledger.insert("folder", { id: newId(), parentId, name, position });
  return { summary: `made folder “${name}”`, result: { folderId: row.id } };
});
