import { mediumOfKind, type Medium } from "@/core/media";
import { database } from "@/db/connection";
import { kindsInSessions } from "@/db/replica";
import type { Member } from "../member";

/** The media of which the library's sessions have material, by their ids. */
export async function sessionsHolding({ libraryId }: Member) {
  const holding: Record<string, Medium[]> = {};
  for (const { sessionId, kind } of await kindsInSessions(database(), libraryId)) {
    const known = (holding[sessionId] ??= []);
    const medium = mediumOfKind(kind);
    if (!known.includes(medium)) known.push(medium);
  }
  return { holding };
}
