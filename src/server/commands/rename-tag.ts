import { renameTag as shape } from "@/core/api/commands/rename-tag";
import { renameBranch } from "../branches";
import { carryOut } from "../command";
import { requireRow } from "../rows";

export const renameTag = carryOut(shape, async (ledger, { tagId, name, seen }) => ({
  summary: await renameBranch(ledger, await requireRow(ledger, "tag", tagId, seen), "tag", name),
}));
