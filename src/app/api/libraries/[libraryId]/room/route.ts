import { requireMember } from "@/server/member";
import { room } from "@/server/room";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  room(await requireMember(request.headers, libraryId)),
);
