import { editFolder as shape } from "@/core/api/commands/edit-folder";
import { renameBranch } from "../branches";
import { carryOut } from "../command";
import { requireRow } from "../rows";

export const editFolder = carryOut(shape, async (ledger, { folderId, name, sign, fits, pictureOf, seen }) => {
  const before = await requireRow(ledger, "folder", folderId, seen);
  // A card that others do not see is none here.
  if (pictureOf) await requireRow(ledger, "card", pictureOf);
  const renamed = name === undefined ? null : await renameBranch(ledger, before, "folder", name);
  await ledger.update("folder", folderId, {
    ...(sign !== undefined && { sign }),
    ...(fits !== undefined && { fits }),
    ...(pictureOf !== undefined && { pictureOf }),
  });
  return { summary: renamed ?? `changed folder “${before.name}”` };
});
