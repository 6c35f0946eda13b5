import { requireMember } from "@/server/member";
import { changes } from "@/server/queries/changes";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  changes(await requireMember(request.headers, libraryId), new URL(request.url).searchParams),
);
