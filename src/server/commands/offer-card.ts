import { v7 as newId } from "uuid";
import { offerCard as shape } from "@/core/api/commands/offer-card";
import { effectsOf } from "@/core/chain/model";
import { formatPath, parsePath } from "@/core/text/names";
import { readCard } from "@/db/cards";
import { openProposals } from "@/db/proposals";
import { carryOut } from "../command";
import { notFound, Refusal } from "../refusal";

/** Offers of one member that wait for an answer. */
const mostOpen = 100;

export const offerCard = carryOut(shape, async (ledger, { ownCardId, path }, { userId }) => {
  const card = await readCard(ledger.db, ledger.libraryId, userId, ownCardId);
  if (!card) throw notFound("card");
  if (card.ownerId === null)
    throw new Refusal(409, "not-private", `“${card.name}” is the team's already.`, { field: "ownCardId" });
  const open = await openProposals(ledger.db, ledger.libraryId, userId);
  if (open.some((one) => one.ownCardId === ownCardId && one.fingerprint === card.fingerprint))
    throw new Refusal(409, "offered", `“${card.name}” is offered already, and waits for an answer.`);
  if (open.length >= mostOpen)
    throw new Refusal(409, "too-many", `${mostOpen} offers of yours wait for an answer.`, {
      hint: "Take some of them back first.",
    });
  const proposalId = newId();
  await ledger.keepContent(proposalId, card.chain);
  const { name, medium, fits, note, maker, madeFor, keptOn, fingerprint, chain } = card;
  await ledger.insert("proposal", {
    id: proposalId,
    byId: userId,
    ownCardId,
    name,
    medium,
    fits,
    note,
    maker,
    madeFor,
    keptOn,
    effects: effectsOf(chain),
    fingerprint,
    path: formatPath(parsePath(path)),
    state: "open",
    answer: "",
    cardId: null,
    offeredAt: new Date().toISOString(),
  });
  return { summary: `offered “${name}” to the team`, result: { proposalId } };
});
