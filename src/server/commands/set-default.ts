import { v7 as newId } from "uuid";
import { setDefault as shape } from "@/core/api/commands/set-default";
import { effectName } from "@/core/chain/describe";
import { effectsOf } from "@/core/chain/model";
import { findDefault } from "@/db/recall";
import { carryOut } from "../command";
import { Refusal } from "../refusal";
import { requireRow } from "../rows";

export const setDefault = carryOut(shape, async (ledger, { cardId, on }, member) => {
  const card = await requireRow(ledger, "card", cardId);
  const [effect, ...others] = effectsOf(card.chain);
  if (others.length > 0)
    throw new Refusal(409, "not-one-effect", `“${card.name}” is a chain, not one effect with its values.`, {
      field: "cardId",
      hint: "Keep one setting of it as a card of its own.",
    });
  const present = await findDefault(ledger.db, ledger.libraryId, member.userId, effect);
  const name = effectName(effect);
  if (!on) {
    if (present?.cardId === cardId) await ledger.delete("effectDefault", present.id);
    return { summary: `${name} begins as it comes again` };
  }
  if (present) await ledger.update("effectDefault", present.id, { cardId });
  else await ledger.insert("effectDefault", { id: newId(), ownerId: member.userId, effect, cardId });
  return { summary: `${name} begins as “${card.name}”` };
});
