import { database } from "@/db/connection";
import { listMedia, readSession, readTargets } from "@/db/replica";
import { findStream } from "@/db/streams";
import type { Member } from "../member";
import { isId } from "../ids";
import { noSession } from "../refusal";

/** A bench session with its targets and the facts of their material. */
export async function sessionReplica({ libraryId }: Member, sessionId: string) {
  if (!isId(sessionId)) throw noSession();
  return database().transaction(
    async (tx) => {
      const session = await readSession(tx, libraryId, sessionId);
      if (!session || session.removed) throw noSession();
      const stream = await findStream(tx, { libraryId, sessionId });
      const targets = await readTargets(tx, libraryId, sessionId);
      const used = new Set(targets.map((t) => t.mediaId));
      const media = (await listMedia(tx, libraryId)).filter((m) => used.has(m.id)).map(({ id, name, facts }) => ({ id, name, facts }));
      return { session, stream: { id: stream?.id ?? null, revision: stream?.revision ?? 0 }, targets, media };
    },
    { isolationLevel: "repeatable read", accessMode: "read only" },
  );
}

export type SessionReplica = Awaited<ReturnType<typeof sessionReplica>>;
