import { createFolder as shape } from "@/core/api/commands/create-folder";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { lastPlace, refuseSameName, siblingsIn } from "../folders";
import { requireRow } from "../rows";

export const createFolder = carryOut(shape, async (ledger, { parentId, name }) => {
  if (parentId !== null) await requireRow(ledger, "folder", parentId);
  const siblings = await siblingsIn(ledger, parentId);
  refuseSameName(siblings, name);
  const position = lastPlace(siblings);
  const row = await ledger.insert("folder", { id: newId(), parentId, name, position });
  return { summary: `made folder “${name}”`, result: { folderId: row.id } };
});
