import type { Fault } from "@/core/api/operations/report-fault";
import type { Member } from "./member";

/** Faults of one member that are written down within a while: a browser may break in a circle. */
const most = 20;
/** Milliseconds. */
const aWhile = 10 * 60_000;

const counts = new Map<string, { since: number; count: number }>();

function isOneTooMany(userId: string): boolean {
  const now = Date.now();
  for (const [id, { since }] of counts) if (now - since > aWhile) counts.delete(id);
  const known = counts.get(userId) ?? { since: now, count: 0 };
  counts.set(userId, { ...known, count: known.count + 1 });
  return known.count >= most;
}

/** Writes a fault of the interface into the log, on one line whatever it holds. */
export async function noteFault({ userId, libraryId }: Member, fault: Fault) {
  if (!isOneTooMany(userId))
    console.error(`fault ${fault.number} in a browser: ${JSON.stringify({ ...fault, libraryId, userId })}`);
  return { noted: true as const };
}
