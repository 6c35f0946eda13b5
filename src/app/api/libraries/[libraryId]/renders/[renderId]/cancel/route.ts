import { requireMember } from "@/server/member";
import { cancelRender } from "@/server/renders";
import { route } from "@/server/route";

export const POST = route<{ libraryId: string; renderId: string }>(async (request, { libraryId, renderId }) =>
  cancelRender(await requireMember(request.headers, libraryId), renderId),
);
