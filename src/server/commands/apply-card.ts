import Joi from "joi";
import type { Chain } from "@/core/chain/model";
import { longestChain } from "@/core/chain/model";
import { countTargets } from "@/core/library/words";
import { defineCommand } from "../command";
import { id, strength as strengthField, versionNumber } from "../fields";
import { notFound, Refusal } from "../refusal";
import { requireRow } from "../rows";
import { requireTargets } from "../targets";

interface ApplyCard {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly cardId: string;
  /** The content to use; the card's current one where it is left out. */
  readonly contentVersion?: number;
  readonly strength: number;
  readonly how: "replace" | "after";
}

/**
 * Puts a card on targets: `replace` makes its chain theirs, `after` adds its settings behind what is there.
 * The targets pin the version that was used.
 */
export const applyCard = defineCommand<ApplyCard>()({
  name: "apply-card",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    cardId: id.required(),
    contentVersion: versionNumber,
    strength: strengthField.default(100),
    how: Joi.string().valid("replace", "after").default("replace"),
  }),
  async run(ledger, { sessionId, targetIds, cardId, contentVersion, strength, how }) {
    const card = await requireRow(ledger, "card", cardId);
    const number = contentVersion ?? card.contentVersion;
    const content = await ledger.content(cardId, number);
    if (!content) throw notFound("version of the card");
    const chain = JSON.parse(content.chainText) as Chain;
    const targets = await requireTargets(ledger, sessionId, targetIds);
    for (const target of targets) {
      if (target.chain.medium !== chain.medium)
        throw new Refusal(
          409,
          "other-medium",
          `“${card.name}” is for ${chain.medium}; “${target.name}” is ${target.chain.medium}.`,
        );
      const settings = how === "after" ? [...target.chain.settings, ...chain.settings] : chain.settings;
      if (settings.length > longestChain)
        throw new Refusal(
          409,
          "long-chain",
          `The chain on “${target.name}” would have more than ${longestChain} settings.`,
        );
      await ledger.update("target", target.id, {
        chain: { medium: chain.medium, settings },
        strength: how === "after" ? target.strength : strength,
        cardId,
        cardVersion: number,
      });
    }
    return { summary: `“${card.name}” on ${countTargets(targets)}` };
  },
});
