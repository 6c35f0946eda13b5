import { moveTargets as shape } from "@/core/api/commands/move-targets";
import { carryOut } from "../command";
import { generateNKeysBetween } from "fractional-indexing";
import { byPosition } from "@/core/library/order";
import { countTargets } from "@/core/library/words";
import { readTargets } from "@/db/replica";
import { requireTargets } from "../targets";

export const moveTargets = carryOut(shape, async (ledger, { sessionId, targetIds, before }) => {
  const moved = await requireTargets(ledger, sessionId, targetIds);
  if (before !== null) await requireTargets(ledger, sessionId, [before]);
  const rest = (await readTargets(ledger.db, ledger.libraryId, sessionId))
    .filter((t) => !targetIds.includes(t.id))
    .sort(byPosition);
  const at = rest.findIndex((t) => t.id === before);
  const end = at === -1 ? rest.length : at;
  const places = generateNKeysBetween(
    rest[end - 1]?.position ?? null,
    rest[end]?.position ?? null,
    moved.length,
  );
  await ledger.updateAll(
    "target",
    moved.map((target, i) => [target, { position: places[i] }]),
  );
  return { summary: `moved ${countTargets(moved)} in the list` };
});
