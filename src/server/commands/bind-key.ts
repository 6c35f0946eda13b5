import { bindKey as shape } from "@/core/api/commands/bind-key";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { findKey } from "@/db/folders";
import { Refusal } from "../refusal";
import { requireRow } from "../rows";

export const bindKey = carryOut(shape, async (ledger, { key, cardId, takeOver }, member) => {
  const bound = await findKey(ledger.db, ledger.libraryId, member.userId, key);
  if (cardId === null) {
    if (bound) await ledger.delete("keyBinding", bound.id);
    return { summary: `freed the key ${key}` };
  }
  const card = await requireRow(ledger, "card", cardId);
  if (!bound) await ledger.insert("keyBinding", { id: newId(), ownerId: member.userId, key, cardId });
  else if (bound.cardId !== cardId && !takeOver) {
    const other = await ledger.read("card", bound.cardId);
    throw new Refusal(
      409,
      "key-taken",
      `The key ${key} applies “${other?.name ?? "another card"}” already.`,
      { field: "key", hint: "Press Enter again to take it over, or choose another." },
    );
  } else await ledger.update("keyBinding", bound.id, { cardId });
  return { summary: `the key ${key} now applies “${card.name}”` };
});
