import { renameFolder as shape } from "@/core/api/commands/rename-folder";
import { carryOut } from "../command";
import { refuseSameName, siblingsIn } from "../folders";
import { requireRow } from "../rows";

export const renameFolder = carryOut(shape, async (ledger, { folderId, name, seen }) => {
  const before = await requireRow(ledger, "folder", folderId, seen);
  refuseSameName(await siblingsIn(ledger, before.parentId), name, folderId);
  await ledger.update("folder", folderId, { name });
  return { summary: `renamed folder “${before.name}” to “${name}”` };
});
