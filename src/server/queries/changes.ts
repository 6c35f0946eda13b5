import { database } from "@/db/connection";
import { changesSince, findStream, publicChange } from "@/db/streams";
import type { StreamKind } from "@/core/library/change";
import type { Member } from "../member";

const longestAnswer = 500;

/** The changes of one stream after a revision, oldest first, at most 500; `more` says whether there are others. */
export async function changes(
  member: Member,
  { stream, sessionId, since }: { stream: StreamKind; sessionId?: string; since: string },
) {
  const found = await findStream(database(), {
    libraryId: member.libraryId,
    ...(stream === "member" && { memberId: member.userId }),
    ...(stream === "session" && { sessionId }),
  });
  if (!found) return { changes: [], more: false };
  const rows = await changesSince(database(), found.id, Number(since), longestAnswer);
  return { changes: rows.map((row) => publicChange(row, found)), more: rows.length === longestAnswer };
}
