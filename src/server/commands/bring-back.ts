import { bringBack as shape } from "@/core/api/commands/bring-back";
import { bringBack as back } from "@/core/library/in-place";
import { selectedOf } from "@/core/library/stand";
import { countTargets } from "@/core/library/words";
import { carryOut } from "../command";
import { standAnew, wholeStand } from "../putting";

export const bringBack = carryOut(shape, async (ledger, { sessionId, targetIds }) => {
  const stand = await wholeStand(ledger, sessionId, targetIds);
  await standAnew(ledger, stand, (now) => ({ stand: back(now) }));
  const rendered = selectedOf(stand).filter(({ origin }) => origin);
  return {
    summary: `brought back what ${countTargets(rendered)} ${rendered.length === 1 ? "was" : "were"} before`,
  };
});
