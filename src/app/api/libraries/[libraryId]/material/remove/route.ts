import { requireMember } from "@/server/member";
import { removeUnused } from "@/server/room";
import { body, route } from "@/server/route";

export const POST = route<{ libraryId: string }>(async (request, { libraryId }) =>
  removeUnused(await requireMember(request.headers, libraryId), await body(request)),
);
