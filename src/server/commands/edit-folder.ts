import { editFolder as shape } from "@/core/api/commands/edit-folder";
import { renameBranch } from "../branches";
import { carryOut } from "../command";
import { requireRow } from "../rows";

export const editFolder = carryOut(shape, async (ledger, { folderId, name, sign, fits, seen }) => {
  const before = await requireRow(ledger, "folder", folderId, seen);
  const renamed = name === undefined ? null : await renameBranch(ledger, before, "folder", name);
  await ledger.update("folder", folderId, {
    ...(sign !== undefined && { sign }),
    ...(fits !== undefined && { fits }),
  });
  return { summary: renamed ?? `changed folder “${before.name}”` };
});
