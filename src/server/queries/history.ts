import { database } from "@/db/connection";
import { findChange, findStreamById, kindOf, listHistory } from "@/db/streams";
import { isId } from "../ids";
import type { Member } from "../member";
import { Refusal } from "../refusal";

const pageLength = 100;

/** The history of a library as the asker may see it, the newest first, at most 100 changes; `before` asks for older ones. */
export async function history(
  { libraryId, userId }: Member,
  { before, words, actor, of }: { before?: string; words: string; actor?: string; of?: string },
) {
  const rows = await listHistory(database(), {
    libraryId,
    memberId: userId,
    before: before === undefined ? undefined : Number(before),
    words: words.split(/\s+/).filter(Boolean),
    actorId: actor,
    of,
    limit: pageLength,
  });
  return {
    changes: rows.map(({ change, stream, sessionName }) => ({
      streamId: change.streamId,
      revision: change.revision,
      sequence: change.sequence,
      of: kindOf(stream),
      sessionId: stream.sessionId,
      sessionName,
      command: change.command,
      summary: change.summary,
      actorId: change.actorId,
      at: change.at.toISOString(),
      direction: change.direction,
      takesBack: change.takesBack,
      takenBack: change.takenBack,
    })),
    more: rows.length === pageLength,
  };
}

/** What one change did, row by row, forwards and backwards. */
export async function changeDetails({ libraryId, userId }: Member, streamId: string, revision: string) {
  const stream = isId(streamId) ? await findStreamById(database(), libraryId, userId, streamId) : null;
  const row =
    stream && /^\d{1,9}$/.test(revision) ? await findChange(database(), streamId, Number(revision)) : null;
  if (!row) throw new Refusal(404, "no-change", "This change is not in the library's history.");
  return { forward: row.forward, backward: row.backward };
}
