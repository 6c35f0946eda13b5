import Joi from "joi";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import type { Chain } from "@/core/chain/model";
import { defineCommand } from "../command";
import { chain as chainField, id, seen, storedChain } from "../fields";
import { Refusal } from "../refusal";
import { requireEditableCard } from "../rows";

/** Keeps a chain as the next version of a card. Earlier versions stay, and what uses them goes on using them. */
export const reviseCard = defineCommand<{ cardId: string; chain: Chain; seen?: number }>()({
  name: "revise-card",
  right: "keep",
  stream: "library",
  input: Joi.object({ cardId: id.required(), chain: chainField.required(), seen }),
  async run(ledger, { cardId, chain, seen }) {
    const before = await requireEditableCard(ledger, cardId, seen);
    if (chain.settings.length === 0)
      throw new Refusal(400, "empty-chain", "There is nothing to keep: the chain is empty.", {
        field: "chain",
        hint: "Add an effect first.",
      });
    const stored = storedChain(chain);
    if (stored.medium !== before.medium)
      throw new Refusal(409, "other-medium", `“${before.name}” is a card for ${before.medium}.`, {
        hint: "Keep this under a name of its own.",
      });
    const print = fingerprint(chainText(stored));
    if (print === before.fingerprint)
      return {
        summary: `“${before.name}” was already so`,
        result: { cardId, contentVersion: before.contentVersion },
      };
    const contentVersion = await ledger.nextContentVersion(cardId);
    await ledger.update("card", cardId, { chain: stored, fingerprint: print, contentVersion, proof: null });
    return {
      summary: `kept version ${contentVersion} of “${before.name}”`,
      result: { cardId, contentVersion },
    };
  },
});
