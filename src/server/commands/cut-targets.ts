import { v7 as newId } from "uuid";
import { cutTargets as shape } from "@/core/api/commands/cut-targets";
import { cut } from "@/core/library/cutting";
import { selectedOf } from "@/core/library/stand";
import { countTargets } from "@/core/library/words";
import { carryOut } from "../command";
import { standAnew, wholeStand } from "../putting";

export const cutTargets = carryOut(shape, async (ledger, { sessionId, targetIds, range }) => {
  const stand = { ...(await wholeStand(ledger, sessionId, targetIds)), range };
  await standAnew(ledger, stand, (now) => ({ stand: cut(now, newId) }));
  return { summary: `cut ${countTargets(selectedOf(stand))}` };
});
