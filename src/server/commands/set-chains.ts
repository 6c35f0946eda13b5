import { setChains as shape } from "@/core/api/commands/set-chains";
import { countTargets } from "@/core/library/words";
import { carryOut } from "../command";
import { shapeTarget } from "../targets";

export const setChains = carryOut(shape, async (ledger, { sessionId, chains }) => {
  const shaped = [];
  for (const { targetId, ...by } of chains) shaped.push(await shapeTarget(ledger, sessionId, targetId, by));
  return { summary: `shaped ${countTargets(shaped)}` };
});
