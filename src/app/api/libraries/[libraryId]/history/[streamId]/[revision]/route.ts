import { requireMember } from "@/server/member";
import { changeDetails } from "@/server/queries/history";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string; streamId: string; revision: string }>(
  async (request, { libraryId, streamId, revision }) =>
    changeDetails(await requireMember(request.headers, libraryId), streamId, revision),
);
