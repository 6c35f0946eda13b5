import { completeTimeline as shape } from "@/core/api/commands/complete-timeline";
import { byPosition } from "@/core/library/order";
import { changesBetween } from "@/core/library/stand";
import { countTargets } from "@/core/library/words";
import type { Target } from "@/core/library/entities";
import { readTargets } from "@/db/replica";
import { carryOut } from "../command";
import { requireSession } from "../sessions";
import { layFound, requireTimeline } from "../timelines";

export const completeTimeline = carryOut(shape, async (ledger, { sessionId, media, seen }) => {
  await requireSession(ledger, sessionId);
  const timeline = await requireTimeline(ledger, sessionId, seen);
  const before = (await readTargets(ledger.db, ledger.libraryId, sessionId)).sort(byPosition);
  const { tracks, targets } = await layFound(ledger, timeline.tracks, { sessionId, targets: before }, media);
  const { made, sets } = changesBetween(before, targets);
  await ledger.insertAll("target", made);
  if (sets.length > 0)
    await ledger.updateAll(
      "target",
      sets.map(([row, { position }]): [Target, Partial<Target>] => [row, { position }]),
    );
  await ledger.updateAll("timeline", [[timeline, { tracks }]]);
  const clips = made.filter(({ mediaId }) => mediaId !== null);
  return {
    summary: `found the files of ${countTargets(clips)} of a timeline`,
    result: { targetIds: clips.map(({ id }) => id) },
  };
});
