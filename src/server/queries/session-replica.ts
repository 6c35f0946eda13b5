import { v7 as newId } from "uuid";
import { atOneMoment, database } from "@/db/connection";
import { listMedia, readSession, readTargets, readTimelineOf } from "@/db/replica";
import { findStream, makeStream } from "@/db/streams";
import { headOf, type TimelineHead } from "@/core/library/entities";
import type { Member } from "../member";
import { isId } from "../ids";
import { noSession } from "../refusal";

/** A bench session with its targets and the facts of their material. */
export async function sessionReplica({ libraryId }: Member, sessionId: string) {
  const known = isId(sessionId) && (await readSession(database(), libraryId, sessionId));
  if (!known || known.removed) throw noSession();
  // A new session has no line of changes yet; whoever looks at it must know which one to follow.
  const key = { libraryId, sessionId };
  if (!(await findStream(database(), key))) await makeStream(database(), key, newId());
  return atOneMoment(async (tx) => {
    const session = await readSession(tx, libraryId, sessionId);
    if (!session || session.removed) throw noSession();
    const stream = await findStream(tx, key);
    const targets = await readTargets(tx, libraryId, sessionId);
    const used = new Set(targets.flatMap((t) => t.mediaId ?? []));
    const media = await listMedia(tx, libraryId, [...used]);
    const timeline = await readTimelineOf(tx, libraryId, sessionId);
    return {
      session,
      stream: { id: stream?.id ?? null, revision: stream?.revision ?? 0 },
      targets,
      timelines: timeline ? [headOf("timeline", timeline) as TimelineHead] : [],
      media,
    };
  });
}
