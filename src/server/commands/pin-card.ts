import Joi from "joi";
import { chainText } from "@/core/chain/fingerprint";
import { countTargets } from "@/core/library/words";
import { defineCommand } from "../command";
import { id, versionNumber } from "../fields";
import { notFound, Refusal } from "../refusal";
import { requireRow } from "../rows";
import { requireTargets } from "../targets";

interface PinCard {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly cardId: string;
  readonly contentVersion: number;
}

/** Notes that the chain which targets have is a card's, as after it was kept from them. Nothing is heard or seen otherwise, so taking back passes it by. */
export const pinCard = defineCommand<PinCard>()({
  name: "pin-card",
  right: "bench",
  stream: "session",
  isStamp: true,
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    cardId: id.required(),
    contentVersion: versionNumber.required(),
  }),
  async run(ledger, { sessionId, targetIds, cardId, contentVersion }) {
    const card = await requireRow(ledger, "card", cardId);
    const content = await ledger.content(cardId, contentVersion);
    if (!content) throw notFound("version of the card");
    const targets = await requireTargets(ledger, sessionId, targetIds);
    for (const target of targets) {
      if (chainText(target.chain) !== content.chainText)
        throw new Refusal(
          409,
          "other-chain",
          `The chain on “${target.name}” is not that of “${card.name}”.`,
          { hint: "Apply the card instead." },
        );
      await ledger.update("target", target.id, { cardId, cardVersion: contentVersion });
    }
    return {
      summary: `“${card.name}” is what ${countTargets(targets)} ${targets.length === 1 ? "has" : "have"}`,
    };
  },
});
