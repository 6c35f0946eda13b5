import { setAlias as shape } from "@/core/api/commands/set-alias";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { fold } from "@/core/text/fold";
import { findAlias } from "@/db/folders";
import { Refusal } from "../refusal";
import { requireRow } from "../rows";

export const setAlias = carryOut(shape, async (ledger, { cardId, text, takeOver }, member) => {
  const card = await requireRow(ledger, "card", cardId);
  const namesake = await findAlias(ledger.db, ledger.libraryId, member.userId, fold(text));
  const summary = `“${text}” now recalls “${card.name}”`;
  if (!namesake) await ledger.insert("alias", { id: newId(), ownerId: member.userId, text, cardId });
  else if (namesake.cardId === cardId) await ledger.update("alias", namesake.id, { text });
  else if (takeOver) await ledger.update("alias", namesake.id, { text, cardId });
  else {
    const other = await ledger.read("card", namesake.cardId);
    throw new Refusal(409, "alias-taken", `“${text}” recalls “${other?.name ?? "another card"}” already.`, {
      field: "text",
      hint: "Press Enter again to take it over, or choose another.",
    });
  }
  return { summary };
});
