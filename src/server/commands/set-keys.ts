import { setKeys as shape } from "@/core/api/commands/set-keys";
import { count } from "@/core/library/words";
import { carryOut } from "../command";
import { freeKey, placeKey, writeKey } from "../key-bindings";

export const setKeys = carryOut(shape, async (ledger, { keys }, member) => {
  for (const wanted of keys)
    if (wanted.cardId === null) await freeKey(ledger, member, wanted);
    else await writeKey(ledger, member, wanted.key, await placeKey(ledger, member, wanted));
  return { summary: `set ${count(keys.length, "key")}` };
});
