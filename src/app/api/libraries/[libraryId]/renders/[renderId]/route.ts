import { requireMember } from "@/server/member";
import { oneRender } from "@/server/renders";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string; renderId: string }>(async (request, { libraryId, renderId }) =>
  oneRender(await requireMember(request.headers, libraryId), renderId),
);
