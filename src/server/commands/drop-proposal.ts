import { dropProposal as shape } from "@/core/api/commands/drop-proposal";
import { carryOut } from "../command";
import { requireOpenProposal } from "../proposals";
import { Refusal } from "../refusal";

export const dropProposal = carryOut(shape, async (ledger, { proposalId }, { userId }) => {
  const { name, byId } = await requireOpenProposal(ledger, proposalId);
  if (byId !== userId)
    throw new Refusal(403, "not-yours", `“${name}” was offered by somebody else.`, {
      hint: "A curator may decline it.",
    });
  await ledger.update("proposal", proposalId, { state: "dropped" });
  return { summary: `no longer offers “${name}”` };
});
