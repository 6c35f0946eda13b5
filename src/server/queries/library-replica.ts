import type { LibraryAnswer } from "@/core/api/operations/library-replica";
import { libraryEntities } from "@/core/library/entities";
import { database, type Executor } from "@/db/connection";
import { rowTexts } from "@/db/entities";
import { findStream } from "@/db/streams";
import type { Member } from "../member";
import { spooled } from "../spool";

/** All that a member may see of a library, as the pieces of one JSON text. */
async function* replicaText(
  tx: Executor,
  { libraryId, libraryName, userId, role, name, settings }: Member,
): AsyncGenerator<string> {
  const shared = await findStream(tx, { libraryId });
  const own = await findStream(tx, { libraryId, memberId: userId });
  const head: Omit<LibraryAnswer, "rows"> = {
    library: { id: libraryId, name: libraryName },
    member: { id: userId, name, role, settings },
    streams: [
      ...(shared ? [{ of: "library" as const, id: shared.id, revision: shared.revision }] : []),
      ...(own ? [{ of: "member" as const, id: own.id, revision: own.revision }] : []),
    ],
  };
  yield `${JSON.stringify(head).slice(0, -1)},"rows":{`;
  for (const [i, entity] of libraryEntities.entries()) {
    yield `${i > 0 ? "," : ""}${JSON.stringify(entity)}:[`;
    let isFirst = true;
    for await (const rows of rowTexts(tx, entity, libraryId, userId)) {
      if (rows.length > 0) yield `${isFirst ? "" : ","}${rows.join()}`;
      isFirst = false;
    }
    yield "]";
  }
  yield "}}";
}

/**
 * All that a member may see of a library, with the revisions it stands at. Read in one repeatable-read transaction, so
 * that rows and revisions belong together; it ends before the answer is fetched.
 */
export async function libraryReplica(member: Member): Promise<Response> {
  const body = await database().transaction((tx) => spooled(replicaText(tx, member)), {
    isolationLevel: "repeatable read",
    accessMode: "read only",
  });
  return new Response(body, {
    headers: { "content-type": "application/json; charset=utf-8", "cache-control": "no-store" },
  });
}
