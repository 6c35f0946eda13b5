import Joi from "joi";
import { chainText } from "@/core/chain/fingerprint";
import { countTargets } from "@/core/library/words";
import { readTargets } from "@/db/replica";
import { defineCommand } from "../command";
import { id } from "../fields";
import { requireRow } from "../rows";

/**
 * Brings every target of a session that pins an older version of a card to the current one. Targets that were changed
 * by hand since are spared: their chain is no longer the version's.
 */
export const updatePins = defineCommand<{ sessionId: string; cardId: string }>()({
  name: "update-pins",
  right: "bench",
  stream: "session",
  input: Joi.object({ cardId: id.required() }),
  async run(ledger, { sessionId, cardId }) {
    const card = await requireRow(ledger, "card", cardId);
    const behind = (await readTargets(ledger.db, ledger.libraryId, sessionId)).filter(
      (t) => t.cardId === cardId && t.cardVersion !== null && t.cardVersion !== card.contentVersion,
    );
    const updated = [];
    for (const target of behind) {
      const pinned = await ledger.content(cardId, target.cardVersion!);
      if (pinned?.chainText !== chainText(target.chain)) continue;
      await ledger.update("target", target.id, { chain: card.chain, cardVersion: card.contentVersion });
      updated.push(target);
    }
    const spared = behind.length - updated.length;
    return {
      summary:
        updated.length > 0
          ? `version ${card.contentVersion} of “${card.name}” on ${countTargets(updated)}`
          : "nothing to update",
      result: { updated: updated.length, spared },
    };
  },
});
