import { duplicateSession as shape } from "@/core/api/commands/duplicate-session";
import { carryOut } from "../command";
import { v7 as newId } from "uuid";
import { readTargets, readTimelineOf } from "@/db/replica";
import { lastSessionPlace, requireSession } from "../sessions";

export const duplicateSession = carryOut(shape, async (ledger, { id, name }) => {
  const { name: source } = await requireSession(ledger, id);
  const copy = await ledger.insert("session", {
    id: newId(),
    name,
    position: await lastSessionPlace(ledger),
    removed: false,
  });
  const targets = await readTargets(ledger.db, ledger.libraryId, id);
  const ids = new Map(targets.map((t) => [t.id, newId()]));
  await ledger.insertAll(
    "target",
    targets.map(({ version: _, ...target }) => ({
      ...target,
      id: ids.get(target.id)!,
      sessionId: copy.id,
      feedsId: target.feedsId && (ids.get(target.feedsId) ?? null),
      sends: target.sends.flatMap((send) => (ids.has(send.to) ? [{ ...send, to: ids.get(send.to)! }] : [])),
    })),
  );
  const timeline = await readTimelineOf(ledger.db, ledger.libraryId, id);
  if (timeline) {
    const copied = (targetId: string | null) => (targetId === null ? null : (ids.get(targetId) ?? null));
    const { version: _, ...row } = timeline;
    await ledger.insert("timeline", {
      ...row,
      id: newId(),
      sessionId: copy.id,
      tracks: row.tracks.map((track) => ({
        ...track,
        targetId: copied(track.targetId),
        items: track.items.map((item) => ({ ...item, targetId: copied(item.targetId) })),
      })),
    });
  }
  return { summary: `duplicated the session “${source}” as “${name}”`, result: { sessionId: copy.id } };
});
