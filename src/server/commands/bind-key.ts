import { bindKey as shape } from "@/core/api/commands/bind-key";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { findKey } from "@/db/recall";
import { isSameRecalled } from "@/core/library/entities";
import { recalled, recallable } from "../recallable";
import { Refusal } from "../refusal";

export const bindKey = carryOut(shape, async (ledger, { key, takeOver, ...of }, member) => {
  const bound = await findKey(ledger.db, ledger.libraryId, member.userId, key);
  if (of.cardId === null) {
    if (bound) await ledger.delete("keyBinding", bound.id);
    return { summary: `freed the key ${key}` };
  }
  const { name, ...what } = await recallable(ledger, of, member);
  const does = what.cardId !== null ? "applies" : what.routineId !== null ? "runs" : "opens";
  const other = bound && !isSameRecalled(bound, what) ? await recalled(ledger, bound) : null;
  if (other !== null && !takeOver)
    throw new Refusal(409, "key-taken", `The key ${key} stands for “${other}” already.`, {
      field: "key",
      hint: "Press Enter again to take it over, or choose another.",
    });
  if (bound) await ledger.update("keyBinding", bound.id, what);
  else await ledger.insert("keyBinding", { id: newId(), ownerId: member.userId, key, ...what });
  return { summary: `the key ${key} now ${does} “${name}”` };
});
