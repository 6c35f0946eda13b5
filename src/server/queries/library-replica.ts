import { database } from "@/db/connection";
import { readLibrary } from "@/db/replica";
import { findStream } from "@/db/streams";
import type { Member } from "../member";

/**
 * All that a member may see of a library, with the revisions it stands at. Read in one repeatable-read transaction,
 * so that rows and revisions belong together.
 */
export async function libraryReplica({ libraryId, libraryName, userId, role, name, settings }: Member) {
  return database().transaction(
    async (tx) => {
      const shared = await findStream(tx, { libraryId });
      const own = await findStream(tx, { libraryId, memberId: userId });
      return {
        library: { id: libraryId, name: libraryName },
        member: { id: userId, name, role, settings },
        streams: [
          ...(shared ? [{ of: "library" as const, id: shared.id, revision: shared.revision }] : []),
          ...(own ? [{ of: "member" as const, id: own.id, revision: own.revision }] : []),
        ],
        rows: await readLibrary(tx, libraryId, userId),
      };
    },
    { isolationLevel: "repeatable read", accessMode: "read only" },
  );
}
