import { bindKey as shape } from "@/core/api/commands/bind-key";
import { carryOut } from "../command";
import { doesWhat, freeKey, lost, placeKey, writeKey } from "../key-bindings";
import { Refusal } from "../refusal";

export const bindKey = carryOut(shape, async (ledger, { takeOver, ...wanted }, member) => {
  const { key } = wanted;
  if (wanted.cardId === null) {
    await freeKey(ledger, member, wanted);
    return { summary: `freed the key ${key}` };
  }
  const placed = await placeKey(ledger, member, wanted);
  const other = await lost(ledger, placed);
  if (other !== null && !takeOver)
    throw new Refusal(409, "key-taken", `The key ${key} stands for “${other}” already.`, {
      field: "key",
      hint: "Press Enter again to take it over, or choose another.",
    });
  await writeKey(ledger, member, key, placed);
  return { summary: `the key ${key} now ${doesWhat(placed.what)} “${placed.name}”` };
});
