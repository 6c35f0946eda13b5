import { setChain as shape } from "@/core/api/commands/set-chain";
import { carryOut } from "../command";
import { shapeTarget } from "../targets";

export const setChain = carryOut(shape, async (ledger, { sessionId, targetId, ...by }) => {
  const { name } = await shapeTarget(ledger, sessionId, targetId, by);
  return { summary: by.chain?.settings.length === 0 ? `cleared “${name}”` : `shaped “${name}”` };
});
