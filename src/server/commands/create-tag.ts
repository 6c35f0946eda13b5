import { createTag as shape } from "@/core/api/commands/create-tag";
import { createBranch } from "../branches";
import { carryOut } from "../command";

export const createTag = carryOut(shape, async (ledger, input) => {
  const { summary, id } = await createBranch(ledger, "tag", input);
  return { summary, result: { tagId: id } };
});
