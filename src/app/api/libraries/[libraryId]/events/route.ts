import { events } from "@/server/events";
import { requireMember } from "@/server/member";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  events(await requireMember(request.headers, libraryId), new Headers(request.headers), request.signal),
);
