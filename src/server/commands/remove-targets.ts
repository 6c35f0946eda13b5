import { removeTargets as shape } from "@/core/api/commands/remove-targets";
import { carryOut } from "../command";
import { countTargets } from "@/core/library/words";
import { readTargets } from "@/db/replica";
import { requireTargets } from "../targets";

export const removeTargets = carryOut(shape, async (ledger, { sessionId, targetIds }) => {
  const gone = await requireTargets(ledger, sessionId, targetIds);
  const ids = new Set(targetIds);
  for (const target of await readTargets(ledger.db, ledger.libraryId, sessionId)) {
    if (ids.has(target.id)) continue;
    if (target.feedsId && ids.has(target.feedsId))
      await ledger.update("target", target.id, { feedsId: null });
    if (target.sends.some((s) => ids.has(s.to)))
      await ledger.update("target", target.id, { sends: target.sends.filter((s) => !ids.has(s.to)) });
  }
  await ledger.deleteAll("target", gone);
  return { summary: `removed ${countTargets(gone)}` };
});
