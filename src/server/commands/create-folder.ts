import { createFolder as shape } from "@/core/api/commands/create-folder";
import { createBranch } from "../branches";
import { carryOut } from "../command";

export const createFolder = carryOut(shape, async (ledger, input) => {
  const { summary, id } = await createBranch(ledger, "folder", input);
  return { summary, result: { folderId: id } };
});
