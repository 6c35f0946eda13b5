import { v7 as newId } from "uuid";
import { setDefault as shape } from "@/core/api/commands/set-default";
import { effectName } from "@/core/chain/describe";
import { findDefault } from "@/db/recall";
import { carryOut } from "../command";
import { Refusal } from "../refusal";
import { requireRow } from "../rows";

export const setDefault = carryOut(shape, async (ledger, { cardId, chain, on }, member) => {
  const card = cardId === undefined ? null : await requireRow(ledger, "card", cardId);
  const { settings } = (card ?? { chain: chain! }).chain;
  const [setting] = settings;
  if (settings.length !== 1)
    throw new Refusal(
      409,
      "not-one-effect",
      `${card ? `“${card.name}”` : "This"} is a chain, not one effect with its values.`,
      {
        field: card ? "cardId" : "chain",
        hint: "Keep one setting of it as a card of its own.",
      },
    );
  const { effect } = setting;
  const present = await findDefault(ledger.db, ledger.libraryId, member.userId, effect);
  const name = effectName(effect);
  if (!on) {
    // Another card is its beginning by now: that one stays.
    if (present && (card === null || present.cardId === card.id))
      await ledger.delete("effectDefault", present.id);
    return { summary: `${name} begins as it comes again` };
  }
  const begins = card ? { cardId: card.id, setting: null } : { cardId: null, setting };
  if (present) await ledger.update("effectDefault", present.id, begins);
  else await ledger.insert("effectDefault", { id: newId(), ownerId: member.userId, effect, ...begins });
  return { summary: `${name} begins ${card ? `as “${card.name}”` : "with the values that were set"}` };
});
