import { requireMember } from "@/server/member";
import { unused } from "@/server/room";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  unused(await requireMember(request.headers, libraryId)),
);
