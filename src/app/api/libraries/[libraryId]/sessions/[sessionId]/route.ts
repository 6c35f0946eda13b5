import { requireMember } from "@/server/member";
import { sessionReplica } from "@/server/queries/session-replica";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string; sessionId: string }>(
  async (request, { libraryId, sessionId }) =>
    sessionReplica(await requireMember(request.headers, libraryId), sessionId),
);
