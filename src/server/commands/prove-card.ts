import Joi from "joi";
import { prove } from "@/core/library/proof";
import { longestName } from "@/core/text/names";
import { defineCommand } from "../command";
import { id, versionNumber } from "../fields";
import { Refusal } from "../refusal";
import { requireEditableCard } from "../rows";

interface ProveCard {
  readonly cardId: string;
  readonly contentVersion: number;
  readonly on: string;
  readonly difference: number | null;
}

/** Stamps a card's current content with what came of rebuilding it from the database on untouched material. */
export const proveCard = defineCommand<ProveCard>()({
  name: "prove-card",
  right: "keep",
  stream: "library",
  isStamp: true,
  input: Joi.object({
    cardId: id.required(),
    contentVersion: versionNumber.required(),
    on: Joi.string().max(longestName).required(),
    difference: Joi.number().min(-1000).max(1000).allow(null).required(),
  }),
  async run(ledger, { cardId, contentVersion, on, difference }) {
    const card = await requireEditableCard(ledger, cardId);
    if (card.contentVersion !== contentVersion)
      throw new Refusal(409, "stale", `“${card.name}” has a newer version by now.`, {
        hint: "Prove that one.",
        seen: contentVersion,
        current: card,
      });
    const proof = prove(card.medium, on, difference);
    await ledger.update("card", cardId, { proof });
    return { summary: `${proof.same ? "proved" : "could not prove"} “${card.name}”`, result: { proof } };
  },
});
