import { answerProposal as shape } from "@/core/api/commands/answer-proposal";
import type { Chain } from "@/core/chain/model";
import { carryOut } from "../command";
import { notFound } from "../refusal";
import { requireOpenProposal } from "../proposals";
import { keepCard } from "./keep-card";

export const answerProposal = carryOut(
  shape,
  async (ledger, { proposalId, accept, path, name: called, answer = "", seen }, member) => {
    const offered = await requireOpenProposal(ledger, proposalId, seen);
    const { name, note, maker, madeFor, keptOn, fits, byId } = offered;
    if (!accept) {
      await ledger.update("proposal", proposalId, { state: "declined", answer: answer.trim() });
      return { summary: `declined “${name}”`, result: { cardId: null } };
    }
    const content = await ledger.content(proposalId, 1);
    if (!content) throw notFound("content of the proposal");
    const chain = JSON.parse(content.chainText) as Chain;
    const { result } = await keepCard.run(
      ledger,
      {
        name: called ?? name,
        path: path ?? offered.path,
        note,
        maker,
        madeFor,
        keptOn,
        fits: [...fits],
        chain,
      },
      // Whoever made it stays its author.
      { ...member, userId: byId },
    );
    const { cardId } = result!;
    await ledger.update("proposal", proposalId, { state: "accepted", answer: answer.trim(), cardId });
    return { summary: `accepted “${name}”`, result: { cardId } };
  },
);
