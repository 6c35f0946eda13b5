import { setAlias as shape } from "@/core/api/commands/set-alias";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { fold } from "@/core/text/fold";
import { findAlias } from "@/db/recall";
import { isSameRecalled } from "@/core/library/entities";
import { recalled, recallable } from "../recallable";
import { Refusal } from "../refusal";

export const setAlias = carryOut(shape, async (ledger, { text, takeOver, ...of }, member) => {
  const { name, ...what } = await recallable(ledger, of, member);
  const namesake = await findAlias(ledger.db, ledger.libraryId, member.userId, fold(text));
  const summary = `“${text}” now recalls “${name}”`;
  const other = namesake && (await recalled(ledger, namesake));
  if (!namesake) await ledger.insert("alias", { id: newId(), ownerId: member.userId, text, ...what });
  // What it recalled before may be out of use by now; then it is free.
  else if (isSameRecalled(namesake, what) || takeOver || !other)
    await ledger.update("alias", namesake.id, { text, ...what });
  else
    throw new Refusal(409, "alias-taken", `“${text}” recalls “${other}” already.`, {
      field: "text",
      hint: "Press Enter again to take it over, or choose another.",
    });
  return { summary };
});
