import { chainOn, narrowest } from "@/core/chain/medium";
import { goesOn } from "@/core/media";
import { reviseCard as shape } from "@/core/api/commands/revise-card";
import { carryOut } from "../command";
import { chainText, fingerprint } from "@/core/chain/fingerprint";
import { materialFor } from "../kept-on";
import { storedChain } from "../stored-chain";
import { Refusal } from "../refusal";
import { requireEditableCard } from "../rows";

export const reviseCard = carryOut(shape, async (ledger, { cardId, chain, keptOn = null, seen }) => {
  const before = await requireEditableCard(ledger, cardId, seen);
  if (chain.settings.length === 0)
    throw new Refusal(400, "empty-chain", "There is nothing to keep: the chain is empty.", {
      field: "chain",
      hint: "Add an effect first.",
    });
  const asked = narrowest(storedChain(chain));
  if (!goesOn(asked.medium, before.medium))
    throw new Refusal(409, "other-medium", `“${before.name}” is a card for ${before.medium}.`, {
      hint: "Keep this under a name of its own.",
    });
  const stored = chainOn(asked, before.medium);
  const print = fingerprint(chainText(stored));
  if (print === before.fingerprint)
    return {
      summary: `“${before.name}” was already so`,
      result: { cardId, contentVersion: before.contentVersion },
    };
  const contentVersion = await ledger.nextContentVersion(cardId);
  await ledger.update("card", cardId, {
    chain: stored,
    fingerprint: print,
    contentVersion,
    keptOn: await materialFor(ledger, keptOn, stored.medium),
    proof: null,
    changedAt: new Date().toISOString(),
  });
  return {
    summary: `kept version ${contentVersion} of “${before.name}”`,
    result: { cardId, contentVersion },
  };
});
