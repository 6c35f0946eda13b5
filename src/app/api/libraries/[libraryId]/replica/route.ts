import { requireMember } from "@/server/member";
import { libraryReplica } from "@/server/queries/library-replica";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  libraryReplica(await requireMember(request.headers, libraryId)),
);
